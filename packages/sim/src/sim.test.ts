import fc from 'fast-check'
import { runSheet } from '@lucerna/core/procedure'
import { SHIPPED_PRACTICES } from '@lucerna/core/practice'
import { cardSchema, limitFor, ratesOf } from '@lucerna/core/appliance'
import { presetGas } from '@lucerna/core/gas'
import { steadyFlue, type SteadyInput } from './appliance'
import { DEMO_CARDS } from './cards'
import { shownBy } from './instrument'
import { normal, seededRandom } from './random'

const base: SteadyInput = {
  kind: 'premix',
  gas: presetGas('methane'),
  lambda: 1.25,
  load: 1,
  returnTemperatureK: 323,
  fouling: 0,
  airTemperatureK: 285,
  cleanDifferentialPa: 160,
}
const run = (change: Partial<SteadyInput>) => steadyFlue({ ...base, ...change })

describe('steady burner', () => {
  test.each([
    [1.1, 384],
    [1.2, 92],
    [1.25, 45],
    [1.35, 11],
  ])('premix CO at λ %p is about %p ppm', (lambda, ppm) => {
    expect(Math.abs(run({ lambda }).coDry * 1e6 - ppm)).toBeLessThan(1 + ppm * 0.02)
  })

  test('induced draught CO air-free at O2 3, 4, 5, 6 %', () => {
    for (const [o2, ppm] of [
      [0.03, 1410],
      [0.04, 505],
      [0.05, 135],
      [0.06, 30],
    ] as const) {
      const lambda = 1 + (8.5465 / 9.5465) * (o2 / (0.2095 - o2))
      const out = run({ kind: 'induced', lambda })
      expect(out.o2Dry).toBeCloseTo(o2, 4)
      expect(Math.abs((out.coDry * 0.2095) / (0.2095 - o2) / 1e-6 / ppm - 1)).toBeLessThan(0.12)
    }
  })

  test('trends: fouling heats the flue and raises the differential, more air cools and lowers CO2, less load cools', () => {
    const f = fc.double({ min: 0, max: 0.3, noNaN: true })
    fc.assert(
      fc.property(
        f,
        fc.double({ min: 1.15, max: 1.5, noNaN: true }),
        fc.double({ min: 0.2, max: 1, noNaN: true }),
        (fouling, lambda, load) => {
          const here = run({ fouling, lambda, load })
          const dirtier = run({ fouling: fouling + 0.04, lambda, load })
          const leaner = run({ fouling, lambda: lambda + 0.05, load })
          const lower = run({ fouling, lambda, load: load - 0.05 })
          return (
            dirtier.flueTemperatureK > here.flueTemperatureK &&
            dirtier.chamberDifferentialPa > here.chamberDifferentialPa &&
            leaner.co2Dry < here.co2Dry &&
            leaner.o2Dry > here.o2Dry &&
            lower.flueTemperatureK < here.flueTemperatureK
          )
        },
      ),
    )
  })

  test('a clean condensing exchanger leaves the flue a little above the return', () => {
    const above = run({}).flueTemperatureK - base.returnTemperatureK
    expect(above).toBeGreaterThan(5)
    expect(above).toBeLessThan(30)
  })

  test.each([{ lambda: 0.5 }, { load: 2 }, { fouling: 0.9 }, { lambda: NaN }])('impossible input %p is refused', (change) =>
    expect(() => run(change)).toThrow(RangeError),
  )
})

describe('random and instruments', () => {
  test('the same seed gives the same stream, another a different one', () => {
    const take = (seed: number) => {
      const r = seededRandom(seed)
      return [r(), r(), r()]
    }
    expect(take(7)).toEqual(take(7))
    expect(take(7)).not.toEqual(take(8))
  })
  test('normal draws have mean 0 and deviation 1', () => {
    const r = seededRandom(1)
    const draws = Array.from({ length: 20_000 }, () => normal(r))
    const mean = draws.reduce((a, b) => a + b) / draws.length
    expect(Math.abs(mean)).toBeLessThan(0.02)
    expect(Math.abs(draws.reduce((a, b) => a + (b - mean) ** 2, 0) / draws.length - 1)).toBeLessThan(0.03)
  })
  test('an instrument shows its resolution and stays in its range', () => {
    const spec = {
      id: 'o2',
      channel: 'o2',
      origin: 'measured',
      min: 0,
      max: 0.21,
      resolution: 0.001,
      absolute: 0.002,
      relative: 0,
      combine: 'larger',
    } as const
    const r = seededRandom(3)
    for (let i = 0; i < 200; i++) {
      const shown = shownBy(spec, 0.0415, r)
      expect(Math.abs(shown * 1000 - Math.round(shown * 1000))).toBeLessThan(1e-9)
      expect(Math.abs(shown - 0.0415)).toBeLessThan(0.003)
    }
    expect(shownBy(spec, 0.5, r)).toBe(0.21)
  })
})

describe('cards of the demo world', () => {
  test('every card is valid, has a rate, and gives a run sheet', () => {
    for (const card of DEMO_CARDS) {
      expect(cardSchema.parse(card)).toEqual(card)
      if (!['premix-pneumatic', 'induced-draught'].includes(card.burnerKind)) continue
      for (const { gas } of card.ratings)
        for (const practice of SHIPPED_PRACTICES)
          expect(runSheet('annual-service', card, practice, { gas, altitudeM: 410 })).toMatchObject({ ok: true })
    }
  })
  test('no two limits match without precedence, and a CO2 band is possible for its gas', () => {
    for (const card of DEMO_CARDS)
      for (const { gas } of card.ratings)
        for (const altitudeM of [12, 410, 1480])
          for (const l of card.limits) {
            const found = limitFor(card, l, { gas, altitudeM })
            expect(found.ok).toBe(true)
            if (found.ok && found.value?.measurandId === 'co2.flue') expect(found.value.max).toBeLessThan(presetGas(gas).co2Max)
          }
  })
  test('the largest rate is the plate', () => {
    for (const card of DEMO_CARDS) {
      const top = ratesOf(card)[0]!
      const rating = card.ratings[0]!
      expect(top.nominalInputW).toBe(top.basis === 'net' ? rating.inputMaxNetW : rating.inputMaxGrossW)
    }
  })
  test('gross over net follows the gas', () => {
    for (const card of DEMO_CARDS)
      for (const r of card.ratings) expect(Math.abs(r.inputMaxGrossW / r.inputMaxNetW / presetGas(r.gas).grossToNet - 1)).toBeLessThan(0.01)
  })
})
