import fc from 'fast-check'
import { unwrap } from '../result'
import { REFERENCE_STATES } from './constants'
import { GAS_PRESET_IDS, presetGas } from './presets'
import { type GasComposition, gasProperties, withGrossCv } from './properties'
import { EU_H, US } from './testFuels'

const methane = presetGas('methane')
const propane = presetGas('propane')
const butaneMix: GasComposition = { nButane: 1 }
const butane = unwrap(gasProperties(butaneMix))

describe('worked values', () => {
  test.each([
    ['methane', methane, 11.7, 9.547, 8.547, 10.547, 37.7, 33.95, 50.66, 0.5539, 1009.9],
    ['EU H', EU_H, 11.96, 9.916, 8.918, 10.956, 39.16, 35.33, 50.33, 0.6053, 1049.0],
    ['US', US, 11.87, 9.74, 8.75, 10.765, 38.47, 34.68, 50.11, 0.5894, 1030.4],
    ['propane', propane, 13.72, 23.866, 21.866, 25.866, 93.94, 86.42, 76.13, 1.5225, 2516.2],
    ['n-butane', butane, 14.02, 31.026, 28.526, 33.526, 121.79, 112.4, 85.97, 2.0068, 3262.4],
  ])('%s', (_name, gas, co2Max, air, dry, wet, gross, net, wobbe, density, btu) => {
    const within = (got: number, expected: number, share = 0.0007) => expect(Math.abs(got / expected - 1)).toBeLessThan(share)
    within(gas.co2Max * 100, co2Max)
    within(gas.stoichiometricAir, air, 0.0002)
    within(gas.dryFlue, dry, 0.0002)
    within(gas.wetFlue, wet, 0.0002)
    within(gas.grossCvJPerM3 / 1e6, gross)
    within(gas.netCvJPerM3 / 1e6, net)
    within(gas.grossWobbeJPerM3 / 1e6, wobbe)
    within(gas.relativeDensity, density, 0.0002)
    const foot = unwrap(gasProperties(gas.composition, { reference: REFERENCE_STATES.northAmerican14696 }))
    within((foot.grossCvJPerM3 * 0.028316846592) / 1055.05585262, btu, 0.0002)
  })

  test('25/0 °C against 15/15 °C is 5.4 %; ideal against real gas 0.2 %, 1.8 %, 3.5 %', () => {
    const normal = unwrap(gasProperties({ methane: 1 }, { reference: REFERENCE_STATES.normal25 }))
    expect(normal.grossCvJPerM3 / methane.grossCvJPerM3 - 1).toBeCloseTo(0.054, 3)
    const real = (composition: GasComposition, ideal: number) =>
      unwrap(gasProperties(composition, { realGas: true })).grossCvJPerM3 / ideal - 1
    expect(real({ methane: 1 }, methane.grossCvJPerM3)).toBeCloseTo(0.002, 3)
    expect(real({ propane: 1 }, propane.grossCvJPerM3)).toBeCloseTo(0.018, 3)
    expect(real(butaneMix, butane.grossCvJPerM3)).toBeCloseTo(0.036, 3)
  })

  test('families', () => {
    expect(presetGas('natural-gas-h').family).toBe('second')
    expect(presetGas('natural-gas-l').family).toBe('second')
    expect(propane.family).toBe('third')
    expect(unwrap(gasProperties({ hydrogen: 0.5, methane: 0.2, nitrogen: 0.3 })).family).toBe('none')
  })

  test('a supplier’s calorific value keeps the fuel’s own ratio', () => {
    const own = unwrap(withGrossCv(methane, 38.9e6))
    expect(own.grossCvJPerM3 / own.netCvJPerM3).toBeCloseTo(methane.grossToNet, 12)
    expect(withGrossCv(methane, 38.9)).toMatchObject({ ok: false, error: { code: 'calorific-value-range' } })
  })
})

describe('bad input', () => {
  test.each([
    ['composition-sum', { methane: 0.9 }],
    ['composition-negative', { methane: 1.1, nitrogen: -0.1 }],
    ['not-finite', { methane: NaN }],
    ['composition-inert', { nitrogen: 0.99, methane: 0.01 }],
    ['composition-sum', {}],
  ])('%s', (code, composition) => {
    expect(gasProperties(composition)).toMatchObject({ ok: false, error: { code } })
  })
})

test('every preset is a gas that burns, and hydrogen lowers CO2max', () => {
  for (const id of GAS_PRESET_IDS) expect(presetGas(id).co2Max).toBeGreaterThan(0.09)
  expect(presetGas('natural-gas-h2-20').co2Max).toBeLessThan(presetGas('natural-gas-h').co2Max)
})

test('mixing is linear in calorific value and between the parts in Wobbe index', () => {
  fc.assert(
    fc.property(fc.double({ min: 0, max: 1, noNaN: true }), (share) => {
      const mix = unwrap(gasProperties({ methane: share, propane: 1 - share }))
      const linear = share * methane.grossCvJPerM3 + (1 - share) * propane.grossCvJPerM3
      return (
        Math.abs(mix.grossCvJPerM3 / linear - 1) < 1e-9 &&
        mix.grossWobbeJPerM3 >= methane.grossWobbeJPerM3 * 0.999999 &&
        mix.grossWobbeJPerM3 <= propane.grossWobbeJPerM3 * 1.000001
      )
    }),
  )
})
