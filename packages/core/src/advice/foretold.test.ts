import { type Card, cardSchema } from '../appliance'
import { testCard } from '../appliance/testCard'
import { flueNumbers } from '../flue'
import { ATMOSPHERE_PA, presetGas } from '../gas'
import { SHIPPED_PRACTICES } from '../practice'
import { type Desk, deskOf, type Effect, fireWindow, gasPlan, priceOf } from '.'
import { lnCoAirFree } from './coCurve'

const practice = SHIPPED_PRACTICES[0]!
const facts = { gas: 'natural-gas-h' as const, altitudeM: 0 }
const desk = deskOf({ card: testCard, facts }, practice, 'o2')
const effect = (figure: Effect['figure'], now: number, to: number, rateId = 'max'): Effect => ({
  figure,
  rateId,
  section: null,
  now,
  low: to,
  to,
  high: to,
})

describe('which way CO goes', () => {
  const ppm = (d: Pick<Desk, 'premix' | 'air' | 'kind'>, lambda: number, load = 1) =>
    Math.exp(lnCoAirFree(d, lambda, load, { knee: 0, width: 1 }))
  const premix = { premix: true, air: 'ratio', kind: 'premix-pneumatic' } as const
  const natural = { premix: false, air: 'natural', kind: 'atmospheric' } as const
  const forced = { premix: false, air: 'fixed', kind: 'forced-draught' } as const

  test('a premix flame at λ 1.25 and full load: 45 ppm as measured, 56 air-free', () => {
    expect(ppm(premix, 1.25)).toBeCloseTo(45 * 1.25, 0)
  })
  test.each([premix, natural, forced])('$kind: it rises to both sides, steeply where air lacks', (d) => {
    const best = d === forced ? 1.3 : d === premix ? 1.4 : 1.8
    expect(ppm(d, 0.98)).toBeGreaterThan(20 * ppm(d, best))
    expect(ppm(d, 2.6)).toBeGreaterThan(3 * ppm(d, best))
  })
  test('less load, less CO of a premix flame; an overfired atmospheric one makes more', () => {
    expect(ppm(premix, 1.25, 0.3)).toBeLessThan(0.5 * ppm(premix, 1.25, 1))
    expect(ppm(natural, 1.8, 1.2)).toBeGreaterThan(3 * ppm(natural, 1.8, 1))
  })
  test('never nothing, never beyond what a number holds', () => {
    for (const d of [premix, natural, forced])
      for (const lambda of [-1, 0, 0.3, 1, 1.5, 5, 50]) {
        const ln = lnCoAirFree(d, lambda, 0, { knee: 0, width: 1 })
        expect(Number.isFinite(ln)).toBe(true)
        expect(ln).toBeGreaterThan(-1)
      }
  })
})

describe('the price of a move', () => {
  const at = { flueK: 338, airK: 288 }
  test('CO and input as they are foretold; without a mixture or a temperature nothing else is said', () => {
    const effects = [effect('co', 880e-6, 140e-6), effect('input', 1, 0.96)]
    expect(priceOf(desk, effects, 'max', at)).toEqual({ co: { from: 880e-6, to: 140e-6 }, input: 0.96, efficiency: null, flueK: null })
    const mixed = [...effects, effect('o2', 0.03, 0.045)]
    expect(priceOf(desk, mixed, 'max', { ...at, flueK: null })).toMatchObject({ efficiency: null, flueK: null })
    expect(priceOf(desk, mixed, 'min', at)).toEqual({ co: null, input: null, efficiency: null, flueK: null })
  })
  test('what does not change costs nothing', () => {
    const { efficiency, flueK } = priceOf(desk, [effect('o2', 0.045, 0.045), effect('input', 1, 1)], 'max', at)
    expect(efficiency).toBeCloseTo(0, 9)
    expect(flueK).toBeCloseTo(0, 9)
  })
  test('more air at the same gas: the efficiency that the flue analysis has for the new mixture and temperature', () => {
    const price = priceOf(desk, [effect('o2', 0.03, 0.06)], 'max', at)
    const gas = presetGas('natural-gas-h')
    const efficiency = (o2Dry: number, flueTemperatureK: number) =>
      flueNumbers(gas.terms, {
        o2Dry,
        coDry: 0,
        flueTemperatureK,
        airTemperatureK: at.airK,
        airWaterRatio: 0,
        pressurePa: ATMOSPHERE_PA,
        referenceK: 298.15,
      }).grossEfficiency
    expect(price.efficiency).toBeCloseTo(efficiency(0.06, 338 + price.flueK!) - efficiency(0.03, 338), 9)
    expect(price.efficiency).toBeLessThan(0)
  })
  test('less gas at the same mixture leaves the flue cooler and costs no efficiency', () => {
    const price = priceOf(desk, [effect('o2', 0.045, 0.045), effect('input', 1, 0.8)], 'max', { flueK: 420, airK: 290 })
    expect(price.flueK).toBeLessThan(0)
    expect(price.efficiency).toBeGreaterThan(0)
  })
  test('CO2 tells the same as the O2 that belongs to it', () => {
    const { co2Max } = desk.gas
    const co2 = (o2: number) => co2Max * (1 - o2 / 0.20946)
    const [byO2, byCo2] = [
      priceOf(desk, [effect('o2', 0.03, 0.05)], 'max', at),
      priceOf(desk, [effect('co2', co2(0.03), co2(0.05))], 'max', at),
    ]
    expect(byCo2.efficiency).toBeCloseTo(byO2.efficiency!, 4)
  })
})

describe('whether the water stands it', () => {
  const rates = ['max', 'min']
  // 90 % of 20 kW and of 4 kW for four minutes each: 5.18 MJ.
  const HEAT_J = 0.9 * 24_000 * 240
  test('60 litres from 50 °C take two rates, the smaller first', () => {
    const window = fireWindow(testCard, rates, { litres: 60, loadW: 0, startK: 323.15 })!
    expect(window).toMatchObject({ minutes: 8, minutesEach: 4, missingLoadW: 0, order: ['min', 'max'], limitK: 353.15 })
    expect(window.endK).toBeCloseTo(323.15 + HEAT_J / (60 * 4186), 0)
  })
  test('from 70 °C they do not: the load that is missing takes off what is too much', () => {
    const window = fireWindow(testCard, rates, { litres: 60, loadW: 0, startK: 343.15 })!
    expect(window.missingLoadW).toBeGreaterThan(0)
    const with_ = fireWindow(testCard, rates, { litres: 60, loadW: window.missingLoadW * 1.001, startK: 343.15 })!
    expect(with_.missingLoadW).toBe(0)
    const less = fireWindow(testCard, rates, { litres: 60, loadW: window.missingLoadW * 0.9, startK: 343.15 })!
    expect(less.missingLoadW).toBeGreaterThan(0)
  })
  test('a load larger than the heat: it gets no warmer', () => {
    expect(fireWindow(testCard, rates, { litres: 60, loadW: 30_000, startK: 333.15 })!.endK).toBe(333.15)
  })
  test.each([
    [0.5, 0],
    [20_001, 0],
    [60, -1],
    [NaN, 0],
  ])('%d litres and a load of %d W are not worked with', (litres, loadW) => {
    expect(fireWindow(testCard, rates, { litres, loadW, startK: 323.15 })).toBeNull()
  })
})

describe('a change of gas', () => {
  const source = { doc: 'TEST-1', page: '12' }
  const converted: Card = cardSchema.parse({
    ...testCard,
    ratings: [
      ...testCard.ratings,
      {
        gas: 'propane',
        inputMaxNetW: 20_000,
        inputMaxGrossW: 21_700,
        inputMinNetW: 4_000,
        inputMinGrossW: 4_340,
        orifice: 'Restrictor 6.4 mm',
        preset: 'Throttle 1½ turns clockwise',
        source,
      },
    ],
  })
  const plan = (gas: 'propane' | 'natural-gas-h', more: Partial<Parameters<typeof gasPlan>[2]> = {}) =>
    gasPlan({ card: converted, facts: { gas, altitudeM: 0 } }, practice, { answers: {}, adjusted: [], verdictOf: () => null, ...more })

  test('supply first, then parts, preset, analyser, mixture at every rate, the label last', () => {
    expect(plan('propane').map((i) => [i.code, i.done])).toEqual([
      ['regulator', false],
      ['orifice', false],
      ['preset', false],
      ['analyser', null],
      ['set', false],
      ['set', false],
      ['label', false],
    ])
    expect(plan('propane').find((i) => i.code === 'orifice')).toMatchObject({ words: 'Restrictor 6.4 mm' })
  })
  test('a gas whose rating names no part needs none', () => {
    expect(plan('natural-gas-h').map((i) => i.code)).not.toContain('orifice')
  })
  test('it is set to the card’s values of the new gas', () => {
    const set = plan('propane').find((i) => i.code === 'set' && i.rateId === 'max')
    expect(set).toMatchObject({ measurandId: 'co2.flue', band: { min: expect.closeTo(0.098, 9), max: expect.closeTo(0.104, 9) } })
  })
  test('done is what was answered well, turned, and read within', () => {
    const done = plan('propane', {
      answers: {
        'regulator-suits': { answer: 'suits' },
        'orifice-fitted': { answer: 'for-this-gas' },
        'gas-label': { answer: 'not-changed' },
      },
      adjusted: ['throttle'],
      verdictOf: (key) => (key.includes('max') ? 'edge' : 'outside'),
    })
    expect(done.filter((i) => i.done).map((i) => (i.code === 'set' ? `set ${i.rateId}` : i.code))).toEqual([
      'regulator',
      'orifice',
      'preset',
      'set max',
    ])
  })
})
