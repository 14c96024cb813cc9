import { type Card, cardSchema } from '../appliance'
import { testCard, testLimit } from '../appliance/testCard'
import { SHIPPED_PRACTICES } from '../practice'
import type { JudgedReading } from '../visit'
import { Adviser, adviseLog, adviseVisit, type Desk, type DeskEntry, deskOf, type LoggedReading, signsOf } from '.'

const practice = SHIPPED_PRACTICES[0]!
const facts = { gas: 'natural-gas-h' as const, altitudeM: 0 }
/** Numbers that depend on nothing: a small generator by D. H. Lehmer, 1951. */
function numbers(seed: number): () => number {
  let x = seed
  return () => (x = (x * 48_271) % 2_147_483_647) / 2_147_483_647
}

/** One governor at one rate, 8 to 10 mbar. */
const governed: Card = cardSchema.parse({
  ...testCard,
  burnerKind: 'atmospheric',
  limits: [
    testLimit(
      { measurandId: 'pressure.manifold', stationId: 'burner', firingStateId: 'max' },
      { unit: 'mbar', min: 8, nominal: 9, max: 10 },
    ),
  ],
  adjusters: [{ ...testCard.adjusters[0]!, id: 'governor', function: 'governor', clockwise: 'more-gas', travel: 12 }],
})
const desk: Desk = { ...deskOf({ card: governed, facts }, practice, 'o2'), habit: 'outside', analyser: false }
/** Natural draught: the air follows two thirds of the gas. */
function flueAt(pa: number): number {
  const lambda = 1.7 * (900 / pa) ** (0.5 * 0.66)
  return (0.2095 * (lambda - 1)) / (lambda - 1 + 0.9)
}
const readings = (pa: number) =>
  [
    { figure: 'pressure', rateId: 'max', section: null, valueSi: pa, repeats: 2 },
    { figure: 'o2', rateId: 'max', valueSi: flueAt(pa), repeats: 5e-4 },
    { figure: 'co', rateId: 'max', valueSi: 12e-6, repeats: 2e-6 },
  ] as const
const read = (pa: number): DeskEntry => ({ kind: 'read', readings: readings(pa) })
const turned = (amount: number, id = '1'): DeskEntry => ({ kind: 'move', id, move: { screwId: 'governor', rateId: 'max', amount } })
const advise = (...log: readonly DeskEntry[]) => adviseLog(desk, log, numbers(7))

/** Sets a governor that gives 100 Pa for a turn by what is advised of it, until there is no more to read or move. */
function setBy(from: Desk, start: number) {
  let actual = start
  const adviser = new Adviser(from, numbers(3))
  const asked: string[][] = []
  for (let n = 0; n < 40; n++) {
    const said = adviser.advise()
    if (said.code === 'read') {
      asked.push([...said.figures])
      adviser.read(readings(actual).filter((r) => said.figures.includes(r.figure)))
    } else if (said.code === 'move') {
      actual += 100 * said.amount
      adviser.moved(said)
    } else break
  }
  return { adviser, actual, asked }
}

describe('a governor that gives 100 Pa for a turn, by its word', () => {
  test('it is set in a few moves, each as it was foretold; with gas to be raised, the probe goes in first', () => {
    const { adviser, actual, asked } = setBy(desk, 640)
    expect(adviser.advise().code).toBe('done')
    expect(actual).toBeGreaterThan(800)
    expect(actual).toBeLessThan(1000)
    expect(adviser.moves.length).toBeLessThanOrEqual(4)
    for (const m of adviser.moves) {
      const foretold = m.effects.find((e) => e.figure === 'pressure')!
      expect(Math.sign(foretold.to - foretold.now)).toBe(Math.sign(m.move.amount))
      expect(m.surprise).toBeLessThan(3)
    }
    expect(asked.slice(0, 2)).toEqual([['pressure'], ['pressure', 'o2', 'co']])
    expect(adviser.wayHome()).toEqual([{ screwId: 'governor', amount: expect.closeTo(-(actual - 640) / 100, 9) }])
  })

  test('too low: clockwise, for that is more; too high: the other way; within: nothing', () => {
    expect(advise(read(780)).advice).toMatchObject({ code: 'move', screwId: 'governor', rateId: 'max' })
    expect((advise(read(780)).advice as { amount: number }).amount).toBeGreaterThan(0)
    expect((advise(read(1150)).advice as { amount: number }).amount).toBeLessThan(0)
    expect(advise(read(900)).advice.code).toBe('leave')
  })

  test('nothing is said blind: at first, and after a move, it is read', () => {
    expect(advise().advice).toMatchObject({ code: 'read', rateId: 'max', figures: ['pressure'] })
    expect(advise(read(700), turned(1)).advice).toMatchObject({ code: 'read', rateId: 'max' })
  })

  test('what is foretold of a move is of the one that was made, proposed or not; asking for advice in between changes nothing', () => {
    const foretold = (amount: number) => advise(read(640), turned(amount)).moves[0]!.effects.find((e) => e.figure === 'pressure')!
    const [half, whole, back] = [foretold(0.5), foretold(1), foretold(-0.5)]
    expect(half.to - half.now).toBeGreaterThan(20)
    expect(half.to - half.now).toBeLessThan(100)
    expect((whole.to - whole.now) / (half.to - half.now)).toBeGreaterThan(1.6)
    expect(back.to).toBeLessThan(back.now)
    const adviser = new Adviser(desk, numbers(7))
    adviser.read(readings(640))
    for (let n = 0; n < 3; n++) adviser.advise()
    adviser.moved({ screwId: 'governor', rateId: 'max', amount: 0.5 })
    expect(adviser.moves[0]!.effects.find((e) => e.figure === 'pressure')).toEqual(half)
  })

  test('a move that came far off is a surprise; one that came as the others did is none', () => {
    const third = (pa: number) => advise(read(640), turned(1), read(742), turned(1, '2'), read(842), turned(1, '3'), read(pa)).moves[2]!
    expect(third(941)).toMatchObject({ id: '3' })
    expect(third(941).surprise).toBeLessThan(3)
    expect(third(1240).surprise).toBeGreaterThan(3)
    expect(third(1240).farthest).toMatchObject({ figure: 'pressure', rateId: 'max' })
  })
})

describe('a card that prints what one turn does', () => {
  const printing = (change: number): Desk => {
    const adjusters = [
      { ...governed.adjusters[0]!, typicalEffect: { measurandId: 'pressure.manifold' as const, change, unit: 'mbar', per: 1 } },
    ]
    return { ...desk, ...deskOf({ card: { ...governed, adjusters }, facts }, practice, 'o2'), habit: 'outside', analyser: false }
  }
  const first = (from: Desk, pa: number) => {
    const said = adviseLog(from, [read(pa)], numbers(7)).advice
    if (said.code !== 'move') throw new Error(said.code)
    return { ...said, pressure: said.effects.find((e) => e.figure === 'pressure')! }
  }
  test('its first move goes farther, and is foretold more narrowly', () => {
    const [known, usual] = [first(printing(1), 640), first(desk, 640)]
    expect(known.amount).toBeGreaterThan(usual.amount)
    expect((known.pressure.high - known.pressure.low) / known.amount).toBeLessThan(
      (0.75 * (usual.pressure.high - usual.pressure.low)) / usual.amount,
    )
  })
  test('half as much for a turn is foretold as half as much, and turned no less far', () => {
    const [half, whole] = [first(printing(0.5), 740), first(printing(1), 740)]
    const perTurn = ({ pressure, amount }: typeof half) => (pressure.to - pressure.now) / amount
    expect(perTurn(half) / perTurn(whole)).toBeGreaterThan(0.4)
    expect(perTurn(half) / perTurn(whole)).toBeLessThan(0.6)
    expect(half.amount).toBeGreaterThanOrEqual(whole.amount)
  })
  test('printed wrong by a factor of three, it is set all the same: what is read counts more', () => {
    for (const change of [0.33, 3]) {
      const { adviser, actual } = setBy(printing(change), 1300)
      expect(adviser.advise().code).toBe('done')
      expect(actual).toBeGreaterThan(800)
      expect(actual).toBeLessThan(1000)
    }
  })
})

describe('a reading that contradicts the move is asked about', () => {
  const learnt = [read(600), turned(1), read(700), turned(1, '2'), read(800)]
  const codes = (...more: readonly DeskEntry[]) => advise(...learnt, ...more).doubt?.explanations.map((e) => e.code)
  test('nothing came: it was not turned', () => {
    expect(codes(turned(2, '3'), read(800))?.[0]).toBe('not-moved')
  })
  test('it fell by as much: it was turned the other way', () => {
    expect(codes(turned(2, '3'), read(600))?.[0]).toBe('other-way')
  })
  test('as foretold: nothing to ask; and read once more, the doubt is over', () => {
    expect(codes(turned(1, '3'), read(900))).toBeUndefined()
    expect(codes(turned(2, '3'), read(600), read(602))).toBeUndefined()
  })
})

test('a control that calibrates itself does so first, once', () => {
  const self: Desk = { ...desk, calibration: { id: 'self', first: true } }
  const said = (...log: readonly DeskEntry[]) => adviseLog(self, log, numbers(7)).advice.code
  expect(said()).toBe('read')
  expect(said(read(700))).toBe('calibrate')
  expect(said(read(900))).toBe('leave')
  expect(said(read(700), { kind: 'calibrated' })).toBe('read')
  expect(said(read(700), { kind: 'calibrated' }, read(700))).toBe('move')
})

describe('from the log of a visit', () => {
  const inside = { status: 'inside', band: null } as unknown as JudgedReading['verdict']
  const logged = (valueSi: number, index: number, more: Partial<LoggedReading> = {}): LoggedReading => ({
    measurandId: 'pressure.manifold',
    stationId: 'burner',
    firingStateId: 'max',
    sectionId: null,
    valueSi,
    standardUncertainty: 5,
    settled: 'declared',
    verdict: inside,
    index,
    ...more,
  })
  const move = (amount: number, index: number, direction: 'clockwise' | 'anticlockwise' = 'clockwise') => ({
    adjusterId: 'governor',
    direction,
    amount,
    firingStateId: 'max',
    eventId: `e${index}`,
    index,
  })
  const visit = (readings: readonly LoggedReading[], adjustments: readonly ReturnType<typeof move>[] = []) =>
    adviseVisit({ card: governed, facts }, { readings, adjustments }, practice, numbers(7))

  test('readings and moves in the order of the log, whatever list they stand in', () => {
    const { moves, home } = visit([logged(640, 1), logged(790, 3), logged(700, 5)], [move(1.5, 2), move(0.75, 4, 'anticlockwise')])
    expect(moves.map((m) => [m.id, m.move.amount])).toEqual([
      ['e2', 1.5],
      ['e4', -0.75],
    ])
    expect(home).toEqual([{ screwId: 'governor', amount: -0.75 }])
  })
  test('what was read before it settled tells nothing', () => {
    expect(visit([logged(700, 1, { settled: 'early' })]).advice.code).toBe('read')
  })
  test('nor does a reading that cannot be assessed, but for want of a limit', () => {
    const none = (because: string) => ({ status: 'none', because, band: null }) as unknown as JudgedReading['verdict']
    // Nothing was read yet; or the pressure was, and the probe is next.
    expect(visit([logged(700, 1, { verdict: none('no-zero') })]).advice).toMatchObject({ code: 'read', figures: ['pressure'] })
    expect(visit([logged(700, 1, { verdict: none('no-band') })]).advice).toMatchObject({ code: 'read', figures: ['pressure', 'co2', 'co'] })
  })
})

describe('what an earlier visit taught of a screw', () => {
  /** Two moves that raised the pressure, each by so much for a turn. */
  const past = (perTurn: number): readonly DeskEntry[] => {
    const at = (turns: number) => 640 + perTurn * turns
    return [read(at(0)), turned(0.5, 'a'), read(at(0.5)), turned(0.75, 'b'), read(at(1.25))]
  }
  const first = (before: readonly DeskEntry[], log: readonly DeskEntry[] = [read(700)], seed = 7) =>
    adviseLog(desk, log, numbers(seed), before)
  const amount = (said: ReturnType<typeof adviseLog>) => (said.advice.code === 'move' ? said.advice.amount : 0)
  const seeds = [7, 11, 23, 31]
  const mean = (of: (seed: number) => number) => seeds.reduce((sum, seed) => sum + of(seed), 0) / seeds.length

  test('the first move is sized by it: farther where a turn did little, less where it did much', () => {
    const by = (perTurn: number) => mean((seed) => amount(first(past(perTurn), [read(700)], seed)))
    const [weak, usual, strong] = [by(50), by(100), by(200)]
    expect(weak).toBeGreaterThan(usual)
    expect(usual).toBeGreaterThan(strong)
    // Of an unknown one the first move is short: it may do several times the usual.
    expect(usual).toBeGreaterThan(1.3 * mean((seed) => amount(first([], [read(700)], seed))))
  })

  test('what it will do is told within a narrower interval', () => {
    const width = (before: readonly DeskEntry[]) => {
      const { advice } = first(before)
      const e = advice.code === 'move' ? advice.effects.find((x) => x.figure === 'pressure')! : null
      return e ? (e.high - e.low) / (e.to - e.now) : NaN
    }
    expect(width(past(100))).toBeLessThan(0.7 * width([]))
  })

  test('one that turned out to act the other way is turned the other way at once', () => {
    const against = first(past(-100))
    expect(amount(against)).toBeLessThan(0)
    expect(amount(first(past(100)))).toBeGreaterThan(0)
  })

  test('nothing of it counts as done now: no move, no way home, no doubt; and the rate is read first', () => {
    const { moves, home, doubt, known } = first(past(100))
    expect([moves, home, doubt, known]).toEqual([[], [], null, ['governor']])
    expect(first(past(100), []).advice.code).toBe('read')
    expect(first([]).known).toEqual([])
  })

  test('a screw that answers otherwise by now is learnt anew, and set', () => {
    let actual = 640
    const log: DeskEntry[] = [read(actual)]
    for (let n = 0; n < 12; n++) {
      const { advice } = first(past(60), log)
      if (advice.code === 'read') log.push(read(actual))
      else if (advice.code === 'move') {
        actual += 130 * advice.amount
        log.push(turned(advice.amount, `m${n}`), read(actual))
        expect(actual).toBeLessThan(1000)
      } else break
    }
    expect(first(past(60), log).advice.code).toBe('done')
    expect(actual).toBeGreaterThan(800)
  })

  test('readings without a move teach nothing; nor does a rate or a screw that the desk does not have', () => {
    expect(first([read(640), read(652)]).known).toEqual([])
    // Nor does a move after which nobody looked.
    expect(first([read(640), turned(0.5)]).known).toEqual([])
    expect(first([turned(0.5), read(640)]).known).toEqual([])
    const elsewhere: DeskEntry = { kind: 'read', readings: readings(640).map((r) => ({ ...r, rateId: 'gone' })) }
    const other: DeskEntry = { kind: 'move', id: 'x', move: { screwId: 'gone', rateId: 'max', amount: 1 } }
    expect(first([elsewhere, other, elsewhere]).known).toEqual([])
    expect(amount(first([elsewhere, other, elsewhere]))).toBeGreaterThan(0)
  })

  test('from the visit’s own shape: its readings and moves by their place in the log', () => {
    const reading = (valueSi: number, index: number) => ({
      measurandId: 'pressure.manifold' as const,
      stationId: 'burner' as const,
      firingStateId: 'max',
      sectionId: null,
      valueSi,
      standardUncertainty: 5,
      index,
    })
    const move = { adjusterId: 'governor', direction: 'anticlockwise', amount: 1, firingStateId: 'max', eventId: 'e', index: 2 }
    const before = { readings: [reading(900, 3), reading(1000, 1)], moves: [move] }
    const known = (turnedThen: typeof before | null) =>
      adviseVisit({ card: governed, facts }, { readings: [], adjustments: [] }, practice, numbers(7), turnedThen).known
    expect(known(before)).toEqual(['governor'])
    expect(known({ readings: [], moves: [] })).toEqual([])
    expect(known(null)).toEqual([])
  })
})

describe('what the readings say of a burner’s condition', () => {
  const judged = (measurandId: string, stationId: string, firingStateId: string, valueSi: number, more: object = {}): JudgedReading =>
    ({ measurandId, stationId, firingStateId, valueSi, settled: 'declared', index: 1, verdict: { status: 'inside' }, ...more }) as never
  const signs = (readings: readonly JudgedReading[], lastVisit: Readonly<Record<string, number>> = {}, turnedAt?: number) =>
    signsOf(
      { card: testCard, facts, lastVisit },
      { readings, adjustments: turnedAt === undefined ? [] : [{ index: turnedAt } as never] },
      practice,
    )

  test('mixture against the card, rich where CO2 is high', () => {
    const at = (co2: number) => signs([judged('co2.flue', 'flue', 'max', co2)]).signs.mixtureHigh
    expect([at(0.095), at(0.09), at(0.08)]).toEqual(['rich', 'normal', 'lean'])
  })
  test('a working pressure above its limit is no lack of gas', () => {
    const at = (pa: number) => signs([judged('pressure.working', 'inlet', 'max', pa)]).signs.inlet
    expect([at(1600), at(2000), at(2600)]).toEqual(['low', 'normal', 'normal'])
  })
  test('without a limit, the appliance’s own past: one that moved by an eighth has changed', () => {
    const at = (pa: number) =>
      signs([judged('pressure.chamberDifferential', 'chamber', 'max', pa)], { 'pressure.chamberDifferential@chamber/max': 100 }).signs
        .differential
    expect([at(85), at(105), at(120)]).toEqual(['low', 'normal', 'high'])
    expect(signs([judged('pressure.chamberDifferential', 'chamber', 'max', 120)]).signs.differential).toBeUndefined()
  })
  test('a flue hotter by more than 15 K than last time is hot', () => {
    const at = (k: number) => signs([judged('temperature.flue', 'flue', 'max', k)], { 'temperature.flue@flue/max': 340 }).signs.flue
    expect([at(320), at(350), at(360)]).toEqual(['cool', 'normal', 'hot'])
  })
  test('CO is high where any of it is out of limits, or misses the goal', () => {
    const at = (verdict: object) => signs([judged('co.flue', 'flue', 'max', 200e-6, { verdict })]).signs.co
    expect([at({ status: 'inside' }), at({ status: 'outside' }), at({ status: 'inside', goalMet: false }), at({ status: 'none' })]).toEqual(
      ['normal', 'high', 'high', undefined],
    )
  })
  test('air with less oxygen than outdoors has flue gas in it', () => {
    const at = (o2: number) => signs([judged('o2.intake', 'intake', 'max', o2)]).signs.intake
    expect([at(0.209), at(0.2)]).toEqual(['clean', 'flue-gas'])
  })
  test('what was read after a screw was turned says nothing of how it was found', () => {
    const readings = [judged('co2.flue', 'flue', 'max', 0.095), judged('co2.flue', 'flue', 'max', 0.09, { index: 5 })]
    expect(signs(readings).signs.mixtureHigh).toBe('normal')
    expect(signs(readings, {}, 3).signs.mixtureHigh).toBe('rich')
  })
  test('what can be asked for depends on the burner: no chamber behind a hood, no intake where air comes from the room', () => {
    expect(signs([]).offered).toContain('differential')
    expect(signs([]).offered).toContain('intake')
    const open = signsOf(
      { card: { ...governed, flueType: 'open-flued' }, facts, lastVisit: {} },
      { readings: [], adjustments: [] },
      practice,
    )
    expect(open.offered).not.toContain('differential')
    expect(open.offered).not.toContain('intake')
    expect(open.offered).toContain('pressure')
  })
})
