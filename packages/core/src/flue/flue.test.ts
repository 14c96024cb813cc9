import fc from 'fast-check'
import { AIR_OXYGEN, gasProperties, NITROGEN_PER_OXYGEN, presetGas } from '../gas'
import { unwrap } from '../result'
import { EU_H, US } from '../gas/testFuels'
import { analyseFlue, atReferenceOxygen, emissionPerHeat, type FlueReadings } from './analysis'
import { o2FromCo2 } from './numbers'
import { airWater, saturationPressure, saturationTemperature } from './saturation'
import { northAmericanFlueLoss, shortFlueLoss } from './shortFormula'

const methane = presetGas('methane')
const propane = presetGas('propane')
const C = (celsius: number) => celsius + 273.15
const F = (fahrenheit: number) => (fahrenheit + 459.67) / 1.8
const run = (gas: typeof methane, readings: FlueReadings) => unwrap(analyseFlue(gas, readings))

describe('efficiency from first principles', () => {
  test.each([
    ['methane, O2 5 %, 180/20 °C', methane, 0.05, 0, C(180), C(20), 82.81, 91.89],
    ['methane, O2 9 %, CO 100 ppm, 200/20 °C', methane, 0.09, 100e-6, C(200), C(20), 79.61, 88.34],
    ['EU H, O2 10 %, CO 200 ppm, 220/10 °C', EU_H, 0.1, 200e-6, C(220), C(10), 77.02, 85.29],
    ['propane, O2 9 %, CO 100 ppm, 200/20 °C', propane, 0.09, 100e-6, C(200), C(20), 81.55, 88.57],
    ['US, O2 8 %, CO 50 ppm, 400/70 °F', US, 0.08, 50e-6, F(400), F(70), 80.24, 88.91],
    ['methane condensing at 45 °C', methane, 0.05, 0, C(45), C(20), 93.0, 103.2],
    ['methane at 55 °C, just above its dew point', methane, 0.05, 0, C(55), C(20), 88.54, 98.25],
  ])('%s', (_name, gas, o2Dry, coDry, flueTemperatureK, airTemperatureK, gross, net) => {
    const flue = run(gas, { o2Dry, coDry, flueTemperatureK, airTemperatureK })
    expect(Math.abs(flue.grossEfficiency * 100 - gross)).toBeLessThan(0.05)
    expect(Math.abs(flue.netEfficiency * 100 - net)).toBeLessThan(0.05)
  })

  test('the losses of methane at O2 5 %, 180/20 °C', () => {
    const flue = run(methane, { o2Dry: 0.05, flueTemperatureK: C(180), airTemperatureK: C(20) })
    expect(flue.dryLoss * 100).toBeCloseTo(6.1, 1)
    expect(Math.abs(flue.waterLoss * 100 - 11.15)).toBeLessThan(0.1)
  })

  test('unburnt CO costs 0.048 % at 100 ppm and O2 9 %', () => {
    expect(run(methane, { o2Dry: 0.09, coDry: 100e-6, flueTemperatureK: C(200), airTemperatureK: C(20) }).coLoss * 100).toBeCloseTo(
      0.048,
      3,
    )
  })

  test('condensed share and dew point', () => {
    const flue = run(methane, { o2Dry: 0.05, flueTemperatureK: C(45), airTemperatureK: C(20) })
    expect(flue.condensedShare).toBeCloseTo(0.413, 3)
    expect(flue.dewPointK! - 273.15).toBeCloseTo(54.4, 1)
    expect(flue.condensing).toBe(true)
    expect(run(methane, { o2Dry: 0.05, flueTemperatureK: C(55), airTemperatureK: C(20) }).condensedShare).toBe(0)
  })

  test('air at 60 % humidity: less when dry, more when condensing, dew point up', () => {
    const base = { o2Dry: 0.05, airTemperatureK: C(20) }
    const airWaterRatio = airWater(0.6, C(20))
    const hot =
      run(methane, { ...base, flueTemperatureK: C(180), airWaterRatio }).grossEfficiency -
      run(methane, { ...base, flueTemperatureK: C(180) }).grossEfficiency
    const cool =
      run(methane, { ...base, flueTemperatureK: C(45), airWaterRatio }).grossEfficiency -
      run(methane, { ...base, flueTemperatureK: C(45) }).grossEfficiency
    expect(hot * 100).toBeCloseTo(-0.11, 1)
    expect(cool * 100).toBeCloseTo(0.8, 1)
    const dew = (ratio: number) => run(methane, { ...base, flueTemperatureK: C(180), airWaterRatio: ratio }).dewPointK
    expect(dew(airWaterRatio)! - dew(0)!).toBeCloseTo(1.5, 1)
  })

  test('the 15 °C reference agrees with 25 °C to a few tenths', () => {
    const readings = { o2Dry: 0.05, flueTemperatureK: C(180), airTemperatureK: C(20) }
    const a = run(methane, readings).grossEfficiency
    const b = run(methane, { ...readings, referenceK: 288.15 }).grossEfficiency
    expect(Math.abs(a - b)).toBeLessThan(0.003)
    expect(a).not.toBe(b)
  })
})

describe('air ratio, CO2, CO', () => {
  test('methane, O2 5 %, CO 50 ppm', () => {
    const flue = run(methane, { o2Dry: 0.05, coDry: 50e-6, flueTemperatureK: C(100), airTemperatureK: C(20) })
    expect(flue.co2Dry * 100).toBeCloseTo(8.9, 2)
    expect(flue.lambda).toBeCloseTo(1.28, 3)
    expect(flue.coAirFree * 1e6).toBeCloseTo(65.7, 1)
    expect(flue.coToCo2).toBeCloseTo(50e-6 / 0.089, 5)
  })

  test('0.004 CO/CO2 on methane is 468 ppm air-free', () => {
    expect(0.004 * methane.co2Max * 1e6).toBeCloseTo(468, 0)
  })

  test('1 ppm at 0 % O2 in mg/kWh', () => {
    const mg = (mass: number, basis: 'gross' | 'net') => emissionPerHeat(methane, 1e-6, 0, mass, basis) * 3.6e12
    expect(mg(0.0280101, 'net')).toBeCloseTo(1.074, 3)
    expect(mg(0.0460055, 'net')).toBeCloseTo(1.764, 3)
    expect(mg(0.0460055, 'gross')).toBeCloseTo(1.589, 2)
  })

  test('the field form with 20.9 differs a little', () => {
    expect(atReferenceOxygen(50e-6, 0.05, 0) * 1e6).toBeCloseTo(65.67, 2)
    expect(atReferenceOxygen(50e-6, 0.05, 0, 0.209) * 1e6).toBeCloseTo(65.72, 2)
  })
})

describe('dew point', () => {
  test.each([
    ['methane', methane, 59.2, 55.7, 52.7],
    ['EU H', EU_H, 58.8, 55.3, 52.3],
    ['US', US, 58.9, 55.4, 52.4],
    ['propane', propane, 54.9, 51.4, 48.5],
    ['butane', unwrap(gasProperties({ nButane: 1 })), 54.1, 50.6, 47.7],
  ])('%s at λ 1.0, 1.2, 1.4', (_name, gas, ...expected) => {
    for (const [i, lambda] of [1, 1.2, 1.4].entries()) {
      const excess = (lambda - 1) * gas.terms.oxygen
      const o2Dry = excess / (gas.terms.dryFlue + excess / AIR_OXYGEN)
      expect(run(gas, { o2Dry, flueTemperatureK: C(150), airTemperatureK: C(20) }).dewPointK! - 273.15).toBeCloseTo(expected[i] ?? NaN, 1)
    }
  })

  test('saturation: known points, and the inverse undoes it within 0.01 K', () => {
    expect(saturationPressure(273.16)).toBeCloseTo(611.66, 0)
    expect(saturationPressure(C(100)) / 101418).toBeCloseTo(1, 4)
    fc.assert(
      fc.property(fc.double({ min: 274, max: 390, noNaN: true }), (t) => Math.abs(saturationTemperature(saturationPressure(t)) - t) < 0.01),
    )
  })
})

describe('what instruments show', () => {
  test('short formula', () => {
    expect(shortFlueLoss({ family: 'second' }, 0.05, C(180), C(20))! * 100).toBeCloseTo(8.04, 2)
    expect(shortFlueLoss({ family: 'none' }, 0.05, C(180), C(20))).toBeUndefined()
  })

  test('short formula against first principles: within 0.1 points on natural gas up to 200 °C', () => {
    for (const t of [100, 150, 200]) {
      const net = run(methane, { o2Dry: 0.05, flueTemperatureK: C(t), airTemperatureK: C(20) }).netEfficiency
      expect(Math.abs(1 - shortFlueLoss(methane, 0.05, C(t), C(20))! - net) * 100).toBeLessThan(0.12)
    }
  })

  test('North American form within 0.5 points of first principles, 200–500 °F', () => {
    for (const gas of [US, EU_H, methane, propane])
      for (const o2Dry of [0.03, 0.06, 0.09, 0.12])
        for (const stack of [200, 350, 500]) {
          const exact = 1 - run(gas, { o2Dry, flueTemperatureK: F(70 + stack), airTemperatureK: F(70) }).grossEfficiency
          expect(Math.abs(northAmericanFlueLoss(gas, o2Dry, stack / 1.8) - exact) * 100).toBeLessThan(0.5)
        }
  })
})

describe('bad input is refused with the reason', () => {
  const good = { o2Dry: 0.05, flueTemperatureK: C(180), airTemperatureK: C(20) }
  test.each([
    ['o2-not-below-air', { o2Dry: 0.25 }],
    ['o2-not-below-air', { o2Dry: 0.2095 }],
    ['o2-not-below-air', { o2Dry: 0.209 }],
    ['o2-negative', { o2Dry: -0.01 }],
    ['not-finite', { o2Dry: NaN }],
    ['not-finite', { flueTemperatureK: Infinity }],
    ['flue-colder-than-air', { flueTemperatureK: C(10) }],
    ['temperature-range', { flueTemperatureK: 1200 }],
    ['co-negative', { coDry: -1e-6 }],
    ['co-too-high', { coDry: 0.2 }],
    ['pressure-range', { pressurePa: 0 }],
    ['humidity-range', { airWaterRatio: 1 }],
  ])('%s', (code, change) => {
    expect(analyseFlue(methane, { ...good, ...change })).toMatchObject({ ok: false, error: { code } })
  })
  test('CO2 above what the fuel can make, or none at all', () => {
    const { o2Dry: _, ...rest } = good
    expect(analyseFlue(methane, { ...rest, co2Dry: 0.0002 })).toMatchObject({
      ok: false,
      error: { code: 'o2-not-below-air', path: ['co2Dry'] },
    })
    expect(analyseFlue(methane, { ...rest, co2Dry: 0.13 })).toMatchObject({ ok: false, error: { code: 'co2-above-maximum' } })
    expect(analyseFlue(methane, { ...rest, co2Dry: 0 })).toMatchObject({ ok: false, error: { code: 'co2-not-positive' } })
    expect(analyseFlue(methane, rest)).toMatchObject({ ok: false, error: { code: 'o2-or-co2-needed' } })
  })
})

describe('invariants', () => {
  const o2 = fc.double({ min: 0, max: 0.16, noNaN: true })
  const co = fc.double({ min: 0, max: 0.002, noNaN: true })
  const temperature = fc.double({ min: 300, max: 700, noNaN: true })
  const gas = fc.constantFrom(methane, propane, EU_H, US)

  test('carbon and oxygen balances close', () => {
    fc.assert(
      fc.property(gas, o2, co, (g, o2Dry, coDry) => {
        const flue = run(g, { o2Dry, coDry, flueTemperatureK: 450, airTemperatureK: 293 })
        const oxygenIn = flue.lambda * g.terms.oxygen
        const carbonOut = (flue.co2Dry + coDry) * flue.dryFlueMol
        const oxygenShort = oxygenIn - g.terms.oxygen - (o2Dry - coDry / 2) * flue.dryFlueMol
        const all = flue.co2Dry + coDry + o2Dry + (g.terms.nitrogen + NITROGEN_PER_OXYGEN * oxygenIn) / flue.dryFlueMol
        return Math.abs(carbonOut - g.terms.carbon) < 1e-9 && Math.abs(oxygenShort) < 1e-9 && Math.abs(all - 1) < 1e-9
      }),
    )
  })

  test('O2 to CO2 and back', () => {
    fc.assert(
      fc.property(gas, o2, co, (g, o2Dry, coDry) => {
        const { co2Dry } = run(g, { o2Dry, coDry, flueTemperatureK: 450, airTemperatureK: 293 })
        return Math.abs(o2FromCo2(g.terms, co2Dry, coDry) - o2Dry) < 1e-9
      }),
    )
  })

  test('losses and efficiency add up to one; gross below net; hotter flue is worse; more air lowers the dew point', () => {
    fc.assert(
      fc.property(gas, o2, co, temperature, (g, o2Dry, coDry, flueTemperatureK) => {
        const at = (change: Partial<FlueReadings>) => run(g, { o2Dry, coDry, flueTemperatureK, airTemperatureK: 293, ...change })
        const flue = at({})
        const sum = flue.grossEfficiency + flue.dryLoss + flue.waterLoss + flue.coLoss
        return (
          Math.abs(sum - 1) < 1e-9 &&
          flue.grossEfficiency < flue.netEfficiency &&
          at({ flueTemperatureK: flueTemperatureK + 5 }).grossEfficiency < flue.grossEfficiency &&
          at({ o2Dry: o2Dry + 0.01 }).dewPointK! < flue.dewPointK!
        )
      }),
    )
  })

  test('air dilution hardly moves CO air-free', () => {
    fc.assert(
      fc.property(o2, fc.double({ min: 0.1, max: 1, noNaN: true }), (o2Dry, share) => {
        const coDry = 100e-6
        const diluted = atReferenceOxygen(coDry * share, o2Dry * share + AIR_OXYGEN * (1 - share), 0)
        return Math.abs(diluted / atReferenceOxygen(coDry, o2Dry, 0) - 1) < 1e-9
      }),
    )
  })
})
