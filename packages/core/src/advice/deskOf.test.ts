import { type Card, cardSchema } from '../appliance'
import { testCard, testLimit } from '../appliance/testCard'
import { type Practice, SHIPPED_PRACTICES } from '../practice'
import { deskOf } from '.'

const [metric, imperial] = SHIPPED_PRACTICES as [Practice, Practice]
const card = (more: Partial<Card>): Card => cardSchema.parse({ ...testCard, ...more })
const facts = { gas: 'natural-gas-h' as const, altitudeM: 0 }
const at = (c: Card, practice = metric, positions = {}) => deskOf({ card: c, facts }, practice, 'co2', positions)

/** Methane burns with 2 O2 to 1 CO2 and 2 H2O: dry, stoichiometric flue gas is 8.52 for 9.52 of air, 11.74 % CO2. Worked by hand. */
const MOST_CO2 = 1 / (1 + 2 * (0.79 / 0.21))
const lambdaOf = (co2: number) => 1 + (8.524 / 9.524) * (MOST_CO2 / co2 - 1)

describe('the desk of a card', () => {
  test('rates by their rated input, in the order in which they are set', () => {
    expect(at(testCard).rates.map((r) => [r.id, r.share])).toEqual([
      ['max', 1],
      ['min', 0.2],
    ])
  })

  test('a window of CO2 is one of air ratio: the least CO2 is the most air', () => {
    const limits = [
      testLimit({ measurandId: 'co2.flue', stationId: 'flue', firingStateId: 'max' }, { unit: '%', min: 8.7, nominal: 9, max: 9.2 }),
    ]
    const methane = deskOf({ card: card({ limits }), facts: { gas: 'methane', altitudeM: 0 } }, metric, 'co2')
    const aim = methane.aims.find((a) => a.rateId === 'max')!
    expect(aim.figure).toBe('mixture')
    expect(aim.min).toBeCloseTo(lambdaOf(0.092), 2)
    expect(aim.nominal).toBeCloseTo(lambdaOf(0.09), 2)
    expect(aim.max).toBeCloseTo(lambdaOf(0.087), 2)
  })

  test('a window of O2 is one too, and its least is a floor that nothing goes below', () => {
    const limits = [testLimit({ measurandId: 'o2.flue', stationId: 'flue', firingStateId: 'max' }, { unit: '%', min: 3, max: 5 })]
    const desk = at(card({ limits }))
    // λ = 1 + (8.5/9.5) · O2 / (20.95 − O2), near enough for any natural gas.
    expect(desk.aims[0]).toMatchObject({ figure: 'mixture', rateId: 'max' })
    expect(desk.aims[0]!.min).toBeCloseTo(1 + (0.9 * 3) / 17.95, 2)
    expect(desk.aims[0]!.max).toBeCloseTo(1 + (0.9 * 5) / 15.95, 2)
    expect(desk.caps).toContainEqual({ figure: 'mixtureFloor', rateId: 'max', section: null, limit: desk.aims[0]!.min })
  })

  test('what stands on the card alone, for its gas: that of another gas sets nothing', () => {
    const propane = deskOf({ card: testCard, facts: { gas: 'propane', altitudeM: 0 } }, metric, 'co2')
    const [here, there] = [at(testCard), propane].map((d) => d.aims.find((a) => a.rateId === 'max')!)
    // 9.8 to 10.4 % of 13.8 % is more air than 8.7 to 9.2 % of 11.9 %.
    expect(there!.min).toBeGreaterThan(here!.min)
    expect(propane.lpg).toBe(true)
    expect(at(testCard).lpg).toBe(false)
  })

  test('a screw as it is described: what clockwise does, where it acts, from stop to stop, as it stands', () => {
    const [base] = testCard.adjusters
    const adjusters: Card['adjusters'] = [
      { ...base!, travel: 3 },
      { ...base!, id: 'offset', function: 'offset', clockwise: 'unknown', actsAt: ['min'] },
      { ...base!, id: 'shutter', function: 'air-shutter', unit: 'millimetre', clockwise: 'more-air' },
      { ...base!, id: 'self', function: 'calibration', clockwise: 'unknown', unit: 'step' },
    ]
    const desk = at(card({ adjusters }), metric, { throttle: -0.5 })
    expect(desk.screws.map((s) => [s.id, s.sign, s.moves, s.rates, s.travel, s.position])).toEqual([
      ['throttle', -1, 'gas', ['max'], 3, -0.5],
      ['offset', 0, 'gas', ['min'], null, 0],
      ['shutter', 1, 'air', ['max'], null, 0],
    ])
    // What the control runs by itself is no screw.
    expect(desk.calibration?.id).toBe('self')
  })

  describe('what the maker prints of a screw, for one of its units', () => {
    const [base] = testCard.adjusters
    const printed = (typicalEffect: Card['adjusters'][number]['typicalEffect'], more: Partial<Card['adjusters'][number]> = {}) => {
      const limits = [
        testLimit({ measurandId: 'co2.flue', stationId: 'flue', firingStateId: 'max' }, { unit: '%', min: 8.7, nominal: 9, max: 9.2 }),
      ]
      const one = card({ limits, adjusters: [{ ...base!, ...more, typicalEffect }] })
      return deskOf({ card: one, facts: { gas: 'methane', altitudeM: 0 } }, metric, 'co2').screws[0]!.printed
    }
    test('a pressure, in pascal', () => {
      expect(printed({ measurandId: 'pressure.manifold', change: 0.2, unit: 'mbar', per: 0.25 })).toEqual({
        of: 'pressure',
        rateId: 'max',
        perUnit: 80,
      })
    })
    test('CO2 or O2, as air ratio about the target', () => {
      const co2 = printed({ measurandId: 'co2.flue', change: 0.15, unit: '%', per: 0.125 })
      expect(co2).toMatchObject({ of: 'mixture', rateId: 'max' })
      expect(co2!.perUnit).toBeCloseTo(8 * Math.log(lambdaOf(0.08925) / lambdaOf(0.09075)), 3)
      // Every percent of CO2 is 1.78 percent of O2: 20.95 over 11.74.
      const o2 = printed({ measurandId: 'o2.flue', change: 0.15 * 1.784, unit: '%', per: 0.125 })
      expect(o2!.perUnit).toBeCloseTo(co2!.perUnit, 2)
    })
    test('nothing where it prints nothing, or flue gas where the card has no target for it', () => {
      expect(printed(undefined)).toBeNull()
      expect(printed({ measurandId: 'co2.flue', change: 0.15, unit: '%', per: 0.125 }, { actsAt: ['min'] })).toBeNull()
    })
    test('at the largest rate of those in which it acts, whichever is named first', () => {
      expect(printed({ measurandId: 'pressure.manifold', change: 1, unit: 'mbar', per: 1 }, { actsAt: ['min', 'max'] })?.rateId).toBe('max')
    })
  })

  test('burner pressure is set where a governor sets it; at a zero governor it is diagnosis', () => {
    const limits = [
      testLimit(
        { measurandId: 'pressure.manifold', stationId: 'burner', firingStateId: 'max' },
        { unit: 'mbar', min: 8, nominal: 9, max: 10 },
      ),
    ]
    const governed = at(card({ limits, burnerKind: 'atmospheric' }))
    expect(governed.aims).toContainEqual({ figure: 'pressure', rateId: 'max', section: null, min: 800, max: 1000, nominal: 900 })
    expect(governed.caps).toContainEqual({ figure: 'pressure', rateId: 'max', section: null, limit: 1000 })
    expect(at(card({ limits })).aims.some((a) => a.figure === 'pressure')).toBe(false)
  })

  test('input is held against the plate at the largest rate only, by what the practice allows', () => {
    const inputs = at(testCard, imperial).caps.filter((c) => c.figure === 'input')
    expect(inputs).toEqual([{ figure: 'input', rateId: 'max', section: null, limit: 1 + imperial.plateTolerance.above }])
  })

  test.each([
    ['premix-pneumatic', undefined, 'ratio'],
    ['premix-adapted', undefined, 'adapted'],
    ['atmospheric', undefined, 'natural'],
    ['forced-draught', { ratioControl: 'amplified' }, 'ratio'],
    ['forced-draught', undefined, 'fixed'],
    ['induced-draught', undefined, 'fixed'],
  ] as const)('the air of a %s burner (%j) is %s', (burnerKind, traits, air) => {
    expect(at({ ...testCard, burnerKind, traits: traits as Card['traits'] }).air).toBe(air)
  })

  test('the practice says whether what is inside is brought to its middle', () => {
    const centring = { ...metric, adjustInside: { ...metric.adjustInside, mode: 'centre' } } as Practice
    expect([at(testCard, metric).habit, at(testCard, centring).habit]).toEqual([
      metric.adjustInside.mode === 'centre' ? 'centre' : 'outside',
      'centre',
    ])
  })
})
