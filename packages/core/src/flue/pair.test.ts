import fc from 'fast-check'
import { presetGas } from '../gas'
import { unwrap } from '../result'
import { analyseFlue, checkPair, flueMolarMass, type FluePair, flueSignatures, judgeDraught, theoreticalDraught } from '.'

const methane = presetGas('methane')
const natural = presetGas('natural-gas-h')
const C = (celsius: number) => celsius + 273.15

const pair = (o2: number, co2: number, more: Partial<FluePair> = {}): FluePair => ({
  o2Dry: o2,
  co2Dry: co2,
  o2Origin: 'measured',
  co2Origin: 'measured',
  o2Uncertainty: 0.001,
  co2Uncertainty: 0.0015,
  ...more,
})

describe('a pair of O2 and CO2', () => {
  test('on the line, and which fuels it fits', () => {
    const check = unwrap(checkPair(natural, pair(0.05, natural.co2Max * (1 - 0.05 / 0.2095))))
    expect(check).toMatchObject({ finding: 'on-line' })
    expect(check.fuels).toContain('natural-gas-h')
    expect(check.fuels).not.toContain('propane')
    expect(check.sigmas).toBeCloseTo(0, 9)
  })
  test('propane burnt with the analyser set for natural gas', () => {
    const propane = presetGas('propane')
    const check = unwrap(checkPair(natural, pair(0.05, propane.co2Max * (1 - 0.05 / 0.2095))))
    expect(check.finding).toBe('above-line')
    expect(check.fuels).toContain('propane')
    expect(check.co2MaxEstimated).toBeCloseTo(propane.co2Max, 6)
  })
  test('a drifting cell lies below; CO counts as carbon', () => {
    expect(unwrap(checkPair(natural, pair(0.05, 0.07))).finding).toBe('below-line')
    const co = 0.01
    const line = natural.co2Max * (1 - 0.05 / 0.2095)
    expect(unwrap(checkPair(natural, pair(0.05, line - co, { coDry: co }))).finding).toBe('on-line')
    expect(unwrap(checkPair(natural, pair(0.05, line - co))).finding).toBe('below-line')
  })
  test('a computed figure proves nothing', () => {
    expect(unwrap(checkPair(natural, pair(0.05, 0.07, { co2Origin: 'computed' })))).toMatchObject({ finding: 'not-checked', fuels: [] })
  })
  test('dilution moves along the line and is not seen', () => {
    fc.assert(
      fc.property(fc.double({ min: 0, max: 0.6, noNaN: true }), (air) => {
        const o2 = 0.05 * (1 - air) + 0.2095 * air
        const co2 = natural.co2Max * (1 - 0.05 / 0.2095) * (1 - air)
        return Math.abs(unwrap(checkPair(natural, pair(o2, co2))).sigmas) < 1e-6
      }),
    )
  })
  test('bad input', () => {
    expect(checkPair(natural, pair(0.21, 0.01))).toMatchObject({ error: { path: ['o2Dry'] } })
    expect(checkPair(natural, pair(NaN, 0.01))).toMatchObject({ error: { code: 'not-finite' } })
    expect(checkPair(natural, pair(0.05, 0.09, { o2Uncertainty: 0, co2Uncertainty: 0 }))).toMatchObject({
      error: { code: 'no-uncertainty' },
    })
  })
})

describe('draught', () => {
  const chimney = { gas: methane, o2Dry: 0.08, heightM: 10, flueMeanK: C(150), outsideK: C(10) }
  test('10 m, 150/10 °C, methane at O2 8 %: 42.75 Pa; taken as air about 5 % less', () => {
    const draught = unwrap(theoreticalDraught(chimney))
    expect(Math.abs(draught.draughtPa / 42.75 - 1)).toBeLessThan(0.002)
    expect(1 - draught.takenAsAirPa / draught.draughtPa).toBeCloseTo(0.05, 1)
  })
  test('hotter, higher, colder outside: more; dilution brings the gas to air', () => {
    const of = (more: Partial<typeof chimney & { dilutionShare: number }>) => unwrap(theoreticalDraught({ ...chimney, ...more })).draughtPa
    expect(of({ flueMeanK: C(200) })).toBeGreaterThan(of({}))
    expect(of({ heightM: 20 })).toBeCloseTo(2 * of({}), 9)
    expect(of({ outsideK: C(30) })).toBeLessThan(of({}))
    expect(of({ dilutionShare: 0.9 })).toBeLessThan(of({}))
    expect(flueMolarMass(methane, 0.08)).toBeLessThan(0.0289626)
    expect(flueMolarMass(methane, 0.08, 1)).toBeCloseTo(0.0289626, 9)
  })
  test('a flue colder than outside pulls down; bad input is named', () => {
    expect(unwrap(theoreticalDraught({ ...chimney, flueMeanK: C(0), outsideK: C(30) })).draughtPa).toBeLessThan(0)
    expect(theoreticalDraught({ ...chimney, heightM: 0 })).toMatchObject({ error: { path: ['heightM'] } })
    expect(theoreticalDraught({ ...chimney, barometerPa: -5 })).toMatchObject({ error: { path: ['barometerPa'] } })
  })
  test.each([
    [-5, 10, 'typical'],
    [-1.5, 10, 'weak'],
    [-1.5, 33, 'weak-warm-day'],
    [-0.5, 33, 'weak'],
    [0.5, 10, 'spilling'],
    [-15, 10, 'strong'],
  ])('%d Pa at %d °C outside is %s', (pa, celsius, finding) => {
    expect(judgeDraught(pa, C(celsius))).toBe(finding)
  })
})

describe('signatures across channels', () => {
  const look = (o2Dry: number, coDry: number, flue: number, more: Partial<Parameters<typeof flueSignatures>[0]> = {}) =>
    flueSignatures({
      gas: natural,
      analysis: unwrap(analyseFlue(natural, { o2Dry, coDry, flueTemperatureK: C(flue), airTemperatureK: C(20) })),
      coMeasured: true,
      ...more,
    })
  test('nothing to say about a plain reading', () => {
    expect(look(0.05, 40e-6, 120)).toEqual([])
  })
  test.each([
    ['diluted', look(0.18, 10e-6, 60)],
    ['perfect-zero-co', look(0.05, 0, 120)],
    ['over-range-co', look(0.03, 0.004, 120, { coRange: 0.004 })],
    ['on-line-by-construction', look(0.05, 40e-6, 120, { o2Origin: 'measured', co2Origin: 'computed' })],
    ['flue-not-hot-for-its-rate', look(0.05, 40e-6, 30)],
    ['air-taken-as-flue', look(0.205, 10e-6, 40)],
    ['below-dew-point', look(0.05, 40e-6, 45)],
    ['hydrogen-set-by-o2', look(0.05, 40e-6, 120, { gas: presetGas('natural-gas-h2-20') })],
    ['diluted-for-its-rate', look(0.1, 40e-6, 90, { lastAtRate: { o2Dry: 0.05, flueTemperatureK: C(130) } })],
  ])('%s', (signature, found) => {
    expect(found).toContain(signature)
  })
})
