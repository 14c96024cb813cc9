import fc from 'fast-check'
import { analyseFlue } from '../flue'
import { presetGas } from '../gas'
import { unitsOf } from '../units'
import { channelFor, inCalibration, standardUncertainty } from './instruments'
import { MEASURAND_IDS, MEASURANDS } from './measurands'
import { checkPossible, readTyped } from './plausibility'
import { propagate } from './propagate'
import { LINE_STATIONS, STATIONS } from './stations'

describe('registry', () => {
  test('every entry is whole: units belong to the quantity, range is open, usual inside it, measured ones have a channel', () => {
    for (const id of MEASURAND_IDS) {
      const m = MEASURANDS[id]
      for (const shown of [m.metric, m.imperial]) expect(unitsOf(m.quantity)).toContain(shown.unit)
      expect(m.range.max).toBeGreaterThan(m.range.min)
      if (m.usual) expect(m.usual.min >= m.range.min && m.usual.max <= m.range.max).toBe(true)
      expect(m.origin === 'computed' || m.channel !== undefined).toBe(true)
      expect(m.stations.length).toBeGreaterThan(0)
    }
  })
  test('every station of the line and beside it has something to measure', () => {
    for (const station of STATIONS) expect(MEASURAND_IDS.some((id) => MEASURANDS[id].stations.includes(station))).toBe(true)
    expect(LINE_STATIONS).toHaveLength(8)
  })
  test('open and loaded are two measurands', () => {
    for (const id of ['thermocouple.open', 'thermocouple.loaded', 'pilotGenerator.open', 'pilotGenerator.loaded'] as const)
      expect(MEASURANDS[id]).toBeDefined()
  })
})

describe('typed readings', () => {
  test('out of physical range is refused', () => {
    expect(checkPossible('o2.flue', 0.25)).toMatchObject({ ok: false, error: { code: 'out-of-range' } })
    expect(checkPossible('co.flue', NaN)).toMatchObject({ ok: false, error: { code: 'not-finite' } })
    expect(readTyped('o2.flue', '25', '%')).toMatchObject({ ok: false, error: { code: 'out-of-range' } })
    expect(readTyped('pressure.working', '20 °C', 'mbar')).toMatchObject({ ok: false, error: { code: 'wrong-quantity' } })
  })
  test('a value that makes sense only in the other school’s unit is asked about', () => {
    const expected = { min: 1700, max: 2500 }
    expect(readTyped('pressure.working', '8.4', 'mbar', expected)).toMatchObject({ ok: true, value: { likelyUnit: 'inH2O' } })
    expect(readTyped('pressure.working', '2030', 'mbar', expected)).toMatchObject({ ok: true, value: { likelyUnit: 'Pa' } })
    expect(readTyped('pressure.working', '20.3', 'mbar', expected)).toMatchObject({ ok: true, value: { valueSi: 2030 } })
    expect(readTyped('pressure.working', '15', 'mbar', expected)).not.toHaveProperty('value.likelyUnit')
    expect(readTyped('pressure.working', '8.4 mbar', 'mbar', expected)).not.toHaveProperty('value.likelyUnit')
    expect(readTyped('temperature.flue', '136', '°C')).not.toHaveProperty('value.likelyUnit')
  })
})

describe('uncertainty', () => {
  const base = { id: 'x', channel: 'co', origin: 'measured', min: 0, max: 1, resolution: 1e-6 } as const
  test('the larger of two limits, or their sum; k = 2 to k = 1; resolution as a rectangle', () => {
    expect(standardUncertainty({ ...base, absolute: 10e-6, relative: 0.05, combine: 'larger' }, 100e-6)).toBeCloseTo(5.01e-6, 8)
    expect(standardUncertainty({ ...base, absolute: 10e-6, relative: 0.05, combine: 'larger' }, 1000e-6)).toBeCloseTo(25e-6, 7)
    expect(standardUncertainty({ ...base, absolute: 10e-6, relative: 0.05, combine: 'sum' }, 1000e-6)).toBeCloseTo(30e-6, 7)
  })
  test('one sigma of gross efficiency: methane, O2 5 %, 180 °C, ±0.2 %, ±1 K as two sigma', () => {
    const methane = presetGas('methane')
    const u = propagate(
      ({ o2, tf, ta }) => {
        const a = analyseFlue(methane, { o2Dry: o2, flueTemperatureK: tf, airTemperatureK: ta })
        return a.ok ? a.value.grossEfficiency : undefined
      },
      { o2: 0.05, tf: 453.15, ta: 293.15 },
      { o2: 0.001, tf: 0.5, ta: 0.5 },
    )
    // 0.0482 with the combustion air credited above 25 °C, 0.049 with all losses counted above the air temperature.
    expect(Math.abs(u! * 100 - 0.049)).toBeLessThan(0.001)
  })
  test('linear functions are exact, whatever the slopes', () => {
    const n = fc.double({ min: -100, max: 100, noNaN: true })
    fc.assert(
      fc.property(n, n, n, n, (a, b, x, y) => {
        const u = propagate(({ p, q }) => a * p + b * q, { p: x, q: y }, { p: 0.1, q: 0.2 })!
        return Math.abs(u - Math.hypot(a * 0.1, b * 0.2)) < 1e-9
      }),
    )
  })
  test('no answer at the point is no answer', () => expect(propagate(() => undefined, { a: 1 }, { a: 1 })).toBeUndefined())
  test('beside a cliff the one-sided difference serves', () => {
    expect(propagate(({ a }) => (a > 1 ? undefined : 2 * a), { a: 1 }, { a: 0.1 })).toBeCloseTo(0.2, 9)
  })
})

test('channels and calibration', () => {
  const instrument = {
    channels: [
      { id: 'tf', channel: 'flueTemperature', origin: 'measured', min: 0, max: 1, resolution: 1, absolute: 0, relative: 0, combine: 'sum' },
    ] as const,
    calibratedAt: '2026-01-01T00:00:00.000Z',
    calibrationDueAt: '2026-12-31T00:00:00.000Z',
  }
  expect(channelFor({ channels: [...instrument.channels] }, 'temperature.flow')?.id).toBe('tf')
  expect(channelFor({ channels: [...instrument.channels] }, 'o2.flue')).toBeUndefined()
  expect(channelFor({ channels: [...instrument.channels] }, 'efficiency.net')).toBeUndefined()
  expect(inCalibration(instrument, '2026-06-01T00:00:00.000Z')).toBe(true)
  expect(inCalibration(instrument, '2027-06-01T00:00:00.000Z')).toBe(false)
})
