import fc from 'fast-check'
import { unwrap } from '../result'
import {
  betaResistance,
  betaTemperature,
  copperAt20,
  flameLambdas,
  methodSignature,
  ohmsLaw,
  sourceResistance,
  steinhartHart,
  steinhartTemperature,
  tableTemperature,
  type ThermistorPoint,
} from '.'

const ntc = { r0Ohm: 10_000, t0K: 298.15, betaK: 3977 }

describe('thermistors', () => {
  test('NTC 10 kΩ at 25 °C, beta 3977, at 60 °C: 2462.6 Ω', () => {
    expect(unwrap(betaResistance(ntc, 333.15))).toBeCloseTo(2462.6, 1)
  })
  test('beta curve: there and back', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 230, max: 420, noNaN: true }),
        (t) => Math.abs(unwrap(betaTemperature(ntc, unwrap(betaResistance(ntc, t)))) - t) < 1e-9,
      ),
    )
    expect(betaTemperature(ntc, 0)).toMatchObject({ error: { path: ['ohm'] } })
    expect(betaTemperature(ntc, 1e-300)).toMatchObject({ error: { code: 'out-of-range' } })
  })
  const points: [ThermistorPoint, ThermistorPoint, ThermistorPoint] = [
    { temperatureK: 273.15, ohm: 32_650 },
    { temperatureK: 298.15, ohm: 10_000 },
    { temperatureK: 343.15, ohm: 1_752 },
  ]
  test('Steinhart–Hart goes through its points; one beta is about 0.7 K off at 0 °C', () => {
    const curve = unwrap(steinhartHart(points))
    for (const p of points) expect(unwrap(steinhartTemperature(curve, p.ohm))).toBeCloseTo(p.temperatureK, 6)
    expect(Math.abs(unwrap(betaTemperature(ntc, 32_650)) - 273.15)).toBeGreaterThan(0.4)
    expect(Math.abs(unwrap(betaTemperature(ntc, 32_650)) - 273.15)).toBeLessThan(1)
  })
  test('points that cannot make a curve', () => {
    expect(steinhartHart([points[0], points[0], points[2]])).toMatchObject({ error: { code: 'points-too-close' } })
    expect(steinhartHart([points[0], { temperatureK: 298.15, ohm: -1 }, points[2]])).toMatchObject({
      error: { path: ['points', 1, 'ohm'] },
    })
    expect(
      steinhartHart([
        { temperatureK: 273.15, ohm: 1_000 },
        { temperatureK: 298.15, ohm: 10_000 },
        { temperatureK: 343.15, ohm: 100_000 },
      ]),
    ).toMatchObject({ error: { code: 'not-a-thermistor' } })
  })
  test('the card’s table: exact at its rows, monotone between them, nothing beyond', () => {
    for (const p of points) expect(unwrap(tableTemperature(points, p.ohm))).toBeCloseTo(p.temperatureK, 9)
    fc.assert(
      fc.property(
        fc.double({ min: 1753, max: 32_600, noNaN: true }),
        (ohm) => unwrap(tableTemperature(points, ohm)) >= unwrap(tableTemperature(points, ohm + 10)),
      ),
    )
    expect(tableTemperature(points, 50_000)).toMatchObject({ error: { code: 'beyond-table' } })
    expect(tableTemperature(points.slice(0, 1), 10_000)).toMatchObject({ error: { code: 'table-too-short' } })
    expect(tableTemperature([...points, { temperatureK: 340, ohm: 20_000 }], 10_000)).toMatchObject({
      error: { code: 'table-not-monotone' },
    })
  })
  test('a fine table interpolates within 0.05 K', () => {
    const table = Array.from({ length: 12 }, (_, i) => {
      const temperatureK = 263.15 + 10 * i
      return { temperatureK, ohm: unwrap(betaResistance(ntc, temperatureK)) }
    })
    for (let t = 268.15; t < 370; t += 7.3) expect(unwrap(tableTemperature(table, unwrap(betaResistance(ntc, t))))).toBeCloseTo(t, 1)
  })
})

describe('circuits', () => {
  test('half the voltage lost inside means equal resistances', () => {
    expect(unwrap(sourceResistance(0.03, 0.015, 0.02)).sourceOhm).toBeCloseTo(0.02, 9)
    expect(sourceResistance(0.01, 0.02, 0.02)).toMatchObject({ error: { code: 'loaded-above-open' } })
  })
  test('igniter current, coil at 20 °C', () => {
    expect(unwrap(ohmsLaw(120, 30))).toEqual({ currentA: 4, powerW: 480 })
    expect(ohmsLaw(120, 0)).toMatchObject({ error: { path: ['resistanceOhm'] } })
    expect(unwrap(copperAt20(4200, 343.15))).toBeCloseTo(3510, 0)
  })
  test('one flame current fits two mixtures', () => {
    const both = unwrap(flameLambdas(5.6e-6, 8e-6))
    expect(both.lean).toBeCloseTo(1.25, 2)
    expect(both.rich + both.lean).toBeCloseTo(2, 9)
    expect(flameLambdas(9e-6, 8e-6)).toMatchObject({ error: { code: 'above-peak' } })
  })
  test.each([
    ['thermocouple.open', 0.03, undefined],
    ['thermocouple.open', 0.015, 'loaded-read-as-open'],
    ['thermocouple.loaded', 0.03, 'open-read-as-loaded'],
    ['pilotGenerator.open', 0.4, 'loaded-read-as-open'],
    ['pilotGenerator.loaded', 0.6, 'open-read-as-loaded'],
    ['thermocouple.open', -0.03, 'leads-reversed'],
    ['igniter.silicon-carbide', 15, 'igniter-of-other-kind'],
    ['igniter.silicon-carbide', 25, 'igniter-measured-hot'],
    ['igniter.silicon-nitride', 60, 'igniter-of-other-kind'],
    ['igniter.silicon-carbide', 0.06, 'meter-in-kilo-range'],
    ['igniter.silicon-carbide', 500, undefined],
  ] as const)('%s %d: %s', (check, value, signature) => {
    expect(methodSignature(check, value)).toBe(signature)
  })
})
