import fc from 'fast-check'
import { unwrap } from '../result'
import { type LadderLimits, leakRate, provingLimit, purge, readLadder, secondsToSee, smallestLeak, temperatureRise, valveProving } from '.'

const perHour = (m3s: number) => m3s * 3.6e6

describe('leak rate', () => {
  const test25 = { volumeM3: 0.025, seconds: 300, startPa: 2000, endPa: 1950, gasTemperatureK: 293.15 }
  test('25 L, 5 min, 20 → 19.5 mbar at 20 °C: 0.146 L/h', () => {
    expect(perHour(unwrap(leakRate(test25)).leakM3PerS)).toBeCloseTo(0.1455, 3)
  })
  test('a tight volume that warms or feels the weather shows no leak', () => {
    fc.assert(
      fc.property(fc.double({ min: 290, max: 305, noNaN: true }), fc.double({ min: 100_000, max: 104_000, noNaN: true }), (t2, b2) => {
        const endPa = ((2000 + 101_325) * t2) / 293.15 - b2
        const leak = unwrap(leakRate({ ...test25, endPa, endGasTemperatureK: t2, endBarometerPa: b2 }))
        return Math.abs(perHour(leak.leakM3PerS)) < 1e-9 && Math.abs(leak.weatherFallPa - leak.fallPa) < 1e-6
      }),
    )
  })
  test('one kelvin at 20 mbar is 3.59 mbar', () => {
    expect(temperatureRise(2000, 288.15, 289.15)).toBeCloseTo(358.6, 1)
  })
  test('let-by comes in: negative', () => {
    expect(unwrap(leakRate({ ...test25, startPa: 700, endPa: 750 })).leakM3PerS).toBeLessThan(0)
  })
  test('impossible input', () => {
    expect(leakRate({ ...test25, seconds: 0 })).toMatchObject({ error: { code: 'out-of-range', path: ['seconds'] } })
    expect(leakRate({ ...test25, startPa: -200_000 })).toMatchObject({ error: { path: ['startPa'] } })
    expect(leakRate({ ...test25, volumeM3: Infinity })).toMatchObject({ error: { code: 'not-finite' } })
  })
})

describe('what a test can see', () => {
  test('a quarter of a millibar in two minutes in 25 L', () => {
    expect(perHour(unwrap(smallestLeak(0.025, 120, 25, 288.15)))).toBeCloseTo(0.185, 3)
  })
  test('time and leak undo each other; twice the time sees half', () => {
    const leak = unwrap(smallestLeak(0.025, 120, 25, 288.15))
    expect(unwrap(secondsToSee(0.025, 25, 288.15, leak))).toBeCloseTo(120, 9)
    expect(unwrap(smallestLeak(0.025, 240, 25, 288.15))).toBeCloseTo(leak / 2, 12)
    expect(smallestLeak(0, 120, 25, 288.15)).toMatchObject({ error: { path: ['volumeM3'] } })
    expect(secondsToSee(0.025, 25, 288.15, 0)).toMatchObject({ error: { path: ['leakM3PerS'] } })
  })
})

describe('purge and proving', () => {
  test('one and a half pipes and five revolutions', () => {
    expect(unwrap(purge({ pipeVolumeM3: 0.02, meterCyclicM3: 0.002, flowM3PerS: 1e-3 }))).toEqual({ volumeM3: 0.04, seconds: 40 })
    expect(unwrap(purge({ pipeVolumeM3: 0.02, meterCyclicM3: 0, flowM3PerS: 1e-3 })).volumeM3).toBeCloseTo(0.03, 9)
    expect(purge({ pipeVolumeM3: 0, meterCyclicM3: 0, flowM3PerS: 1e-3 })).toMatchObject({ error: { code: 'nothing-to-purge' } })
  })
  test('0.1 % of the flow, at least 50 L/h', () => {
    expect(perHour(provingLimit(0.001))).toBeCloseTo(50, 9)
    expect(perHour(provingLimit(0.05))).toBeCloseTo(180, 9)
  })
  test('a proving test against its allowance, and how long it would need', () => {
    const base = { volumeM3: 0.002, seconds: 26, readablePa: 1000, burnerFlowM3PerS: 0.005, gasTemperatureK: 288.15 }
    const good = unwrap(valveProving({ ...base, changePa: 200 }))
    expect(perHour(good.leakM3PerS)).toBeCloseTo(0.547, 3)
    expect(good).toMatchObject({ passes: true, longEnough: true })
    const bad = unwrap(valveProving({ ...base, seconds: 1, changePa: 2000 }))
    expect(bad).toMatchObject({ passes: false, longEnough: false })
    // At the limit the readable step is reached in just the needed time.
    const at = unwrap(valveProving({ ...base, seconds: Math.max(1, good.neededSeconds), changePa: 1000 }))
    expect(at.leakM3PerS / at.limitM3PerS).toBeCloseTo(1, 6)
  })
})

describe('the pressure ladder', () => {
  const limits: LadderLimits = {
    standingMaxPa: 2500,
    meterMinPa: 1900,
    meterMaxPa: 2300,
    pipeDropMaxPa: 100,
    applianceDropMaxPa: 150,
    inletMinPa: 1700,
    inletMaxPa: 3000,
  }
  const read = (readings: Parameters<typeof readLadder>[0]) => unwrap(readLadder(readings, limits, 10))
  test.each([
    ['a sound supply', { standingPa: 2300, meterWorkingPa: 2100, isolatorPa: 2040, inletPa: 1980 }, []],
    [
      'a part-shut valve at the meter',
      { standingPa: 2300, meterWorkingPa: 1700, isolatorPa: 1650, inletPa: 1600 },
      ['meter-low', 'inlet-low'],
    ],
    ['a small pipe', { meterWorkingPa: 2050, isolatorPa: 1880, inletPa: 1860 }, ['pipe-loss']],
    ['loss inside the appliance', { meterWorkingPa: 2050, isolatorPa: 2000, inletPa: 1750 }, ['appliance-loss']],
    [
      'several at once',
      { meterWorkingPa: 1850, isolatorPa: 1700, inletPa: 1500 },
      ['meter-low', 'pipe-loss', 'appliance-loss', 'inlet-low'],
    ],
    ['a regulator that creeps', { standingPa: 2900, meterWorkingPa: 2100, inletPa: 2050 }, ['lock-up-high']],
    ['too much for the valve', { standingPa: 3200 }, ['inlet-above-maximum', 'lock-up-high']],
    ['taken at different loads', { meterWorkingPa: 2000, isolatorPa: 2100, inletPa: 2050 }, ['rungs-not-alike']],
  ])('%s', (_name, readings, findings) => {
    expect(read(readings).findings).toEqual(findings)
  })
  test('without an isolator reading the pipe ends at the inlet', () => {
    expect(read({ meterWorkingPa: 2050, inletPa: 1880 }).drops).toEqual({ pipe: 170 })
    expect(readLadder({ inletPa: NaN }, limits, 10)).toMatchObject({ error: { code: 'not-finite' } })
  })
})
