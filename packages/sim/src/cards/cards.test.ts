import {
  BURNER_KINDS,
  type Card,
  CARD_FINDINGS,
  type CardFinding,
  cardSchema,
  differences,
  lintCard,
  printedLimit,
  ratesOf,
} from '@lucerna/core/appliance'
import { cardBand, faultMapOf } from '@lucerna/core/faults'
import { larch28Propane } from './larch28Propane'
import { quartet300 } from './quartet300'
import { stag95 } from './stag95'
import { stag210 } from './stag210'
import { torch450 } from './torch450'
import { adapt24 } from './adapt24'
import { DEMO_CARDS, drift80, larch18, larch28, OLDER_CARDS } from './index'

const errors = (card: Card) => lintCard(card).filter((f) => f.level === 'error')

describe('the twelve cards of the demo world', () => {
  test.each([...DEMO_CARDS, ...OLDER_CARDS].map((c) => [`${c.id} v${c.version}`, c] as const))(
    '%s is complete and free of contradiction',
    (_id, card) => {
      expect(errors(card)).toEqual([])
      expect(cardSchema.parse(JSON.parse(JSON.stringify(card)))).toEqual(card)
    },
  )

  test('every burner kind, twelve models', () => {
    expect(new Set(DEMO_CARDS.map((c) => c.burnerKind))).toEqual(new Set(BURNER_KINDS))
    expect(DEMO_CARDS).toHaveLength(12)
    expect(new Set(DEMO_CARDS.map((c) => c.id)).size).toBe(12)
  })

  test.each([
    ['firing states', (c: Card) => c.firingStates.map((s) => [s.label, s.howToForce, s.nominalInputW])],
    ['limits', (c: Card) => c.limits.map((l) => [l.measurandId, l.firingStateId, l.printed])],
    ['tables', (c: Card) => c.tables],
    ['adjusters', (c: Card) => c.adjusters.map((a) => [a.label, a.function, a.tool, a.cap, a.keepOff])],
    ['probe and test points', (c: Card) => [c.testPoints, c.probeSource]],
    ['kit', (c: Card) => c.kit],
    ['document', (c: Card) => c.document],
  ] as const)('no two share their %s: they are no clones', (_what, of) => {
    // The conversion kit keeps the screws and tables of the boiler it is fitted to.
    const own = DEMO_CARDS.filter((c) => c !== larch28Propane).map((c) => JSON.stringify(of(c)))
    expect(new Set(own).size).toBe(own.length)
  })

  test('own steps differ from card to card, and each has a place and something to prove', () => {
    const steps = DEMO_CARDS.flatMap((c) => c.ownSteps)
    expect(new Set(steps.map((s) => s.id)).size).toBe(steps.length)
    expect(steps.length).toBeGreaterThanOrEqual(10)
    for (const s of steps) expect(s.needs.length).toBeGreaterThan(0)
  })

  test('what a card says of a check is of one that its fault map has, in a unit that it is measured in', () => {
    for (const card of DEMO_CARDS) {
      const { checks } = faultMapOf(card.burnerKind)
      for (const own of card.faultChecks) {
        const check = checks.find((c) => c.id === own.check)
        expect([card.id, own.check, check !== undefined]).toEqual([card.id, own.check, true])
        if (own.unit) expect([own.check, cardBand(card, check)]).toEqual([own.check, expect.objectContaining({ min: expect.any(Number) })])
      }
    }
    expect(DEMO_CARDS.filter((c) => c.faultChecks.length > 0).length).toBeGreaterThan(9)
  })

  test('every rate can be forced and left again', () => {
    for (const card of DEMO_CARDS)
      for (const rate of ratesOf(card))
        expect([card.id, rate.id, Boolean(rate.howToForce && rate.howToReturn)]).toEqual([card.id, rate.id, true])
  })
})

/** A card made wrong in one way, and the code that must say so. */
type Wrong = [code: keyof typeof CARD_FINDINGS, card: Card, say?: Partial<CardFinding>]
const limit = (card: Card, ...more: Card['limits']): Card => ({ ...card, limits: [...card.limits, ...more] })
const source = { doc: 'X', page: '1' }
const co2 = (state: string, printed: object, more: object = {}) =>
  printedLimit({ measurandId: 'co2.flue', stationId: 'flue', firingStateId: state, source, ...more }, { unit: '%', ...printed })
const own = (step: Partial<Card['ownSteps'][number]>): Card => ({ ...larch18, ownSteps: [{ ...larch18.ownSteps[0]!, ...step }] })
const first = <K extends 'adjusters' | 'firingStates' | 'ratings' | 'tables'>(
  card: Card,
  list: K,
  change: Partial<Card[K][number]>,
  at = 0,
): Card => ({
  ...card,
  [list]: card[list].map((row, i) => (i === at ? { ...row, ...change } : row)),
})

const WRONG: Wrong[] = [
  ['id-twice', { ...larch28, adjusters: [larch28.adjusters[0]!, larch28.adjusters[0]!] }, { path: ['adjusters', 1, 'id'] }],
  ['traits-missing', { ...larch28, traits: null }],
  [
    'traits-odd',
    { ...larch28, traits: { ...larch28.traits!, ratioControl: 'none' } },
    { params: { kind: 'premix-pneumatic', trait: 'ratioControl', value: 'none' } },
  ],
  ['timing-missing', { ...larch28, timing: null }],
  ['purge-short', { ...torch450, timing: { ...torch450.timing!, prePurgeS: 10 } }],
  ['rating-order', first(larch28, 'ratings', { inputMinNetW: 40_000 })],
  ['rating-net-gross', first(larch28, 'ratings', { inputMaxGrossW: 28_000 })],
  ['rating-supply-missing', { ...larch28, supply: larch28.supply.slice(0, 1) }],
  ['rating-rate', first(larch28, 'firingStates', { nominalInputW: 90_000 }, 4)],
  ['rate-missing', { ...larch28, firingStates: larch28.firingStates.filter((s) => s.kind !== 'rate') }],
  ['rates-too-few', { ...torch450, firingStates: torch450.firingStates.filter((s) => !['p2', 'p3', 'p4'].includes(s.id)) }],
  ['state-not-forced', first(larch28, 'firingStates', { howToForce: null }, 4), { path: ['firingStates', 4] }],
  ['state-no-way-back', first(larch28, 'firingStates', { howToReturn: null }, 4)],
  ['state-order', first(larch18, 'firingStates', { nominalInputW: 12_000 }, 2)],
  ['section-unknown', limit(larch28, co2('max', { max: 9 }, { sectionId: 'v9' }))],
  ['sections-too-few', { ...quartet300, sections: quartet300.sections.slice(0, 1) }],
  ['limit-order', limit(larch28, { ...larch28.limits[5]!, min: 0.095, max: 0.09 })],
  ['limit-ambiguous', limit(larch28, co2('max', { min: 8, max: 9 }, { when: [{ gas: 'natural-gas-h' }] }))],
  ['limit-missing', { ...adapt24, limits: adapt24.limits.filter((l) => l.firingStateId !== 'ignition') }],
  ['limit-missing', { ...quartet300, limits: quartet300.limits.filter((l) => l.sectionId !== 'v2') }],
  ['limit-missing', { ...drift80, limits: drift80.limits.filter((l) => l.measurandId !== 'pressure.working') }],
  [
    'limit-zero-governor',
    limit(
      larch28,
      printedLimit({ measurandId: 'pressure.manifold', stationId: 'burner', firingStateId: 'max', source }, { unit: 'mbar', max: 1 }),
    ),
  ],
  ['limit-gas-unknown', limit(larch18, co2('high', { max: 9 }, { when: [{ gas: 'butane' }] }))],
  ['co2-impossible', limit(larch18, co2('high', { max: 12.5 }, { when: [{ gas: 'natural-gas-h' }] }))],
  [
    'o2-impossible',
    limit(
      stag95,
      printedLimit({ measurandId: 'o2.flue', stationId: 'flue', firingStateId: 'full', source }, { unit: '%', min: 5, max: 21 }),
    ),
  ],
  ['mixture-rich', limit(larch18, co2('high', { max: 11.7 }, { when: [{ gas: 'natural-gas-h' }] }))],
  [
    'o2-co2-apart',
    limit(
      larch18,
      printedLimit({ measurandId: 'o2.flue', stationId: 'flue', firingStateId: 'high', source }, { unit: '%', min: 9, max: 11 }),
    ),
  ],
  ['inlet-over-maximum', { ...larch28, supply: larch28.supply.map((s) => ({ ...s, inletMaxPa: 2_000 })) }],
  ['adjuster-state', first(larch28, 'adjusters', { actsAt: ['off'] })],
  ['adjuster-kind', first(larch28, 'adjusters', { function: 'governor' })],
  ['adjuster-none', { ...larch28, adjusters: [] }],
  ['adjuster-effect', first(larch28, 'adjusters', { typicalEffect: { measurandId: 'co2.flue', change: 1.5, unit: '%', per: 0.125 } })],
  ['adjuster-direction', first(larch28, 'adjusters', { clockwise: 'unknown' })],
  [
    'table-order',
    first(
      larch28,
      'tables',
      {
        rows: [
          [25, 10],
          [0, 32],
        ],
      },
      1,
    ),
  ],
  ['table-clean-dirty', first(larch28, 'tables', { rows: [[1, 2.4, 1.5]] })],
  ['table-missing', { ...torch450, tables: [] }],
  ['table-unit', { ...larch28, tables: [{ ...larch28.tables[1]!, use: 'differential' }] }],
  ['test-point-missing', { ...stag95, testPoints: [] }],
  [
    'safety-missing',
    { ...stag210, safeties: stag210.safeties.filter((s) => s.id !== 'lwco') },
    { params: { safety: 'low-water', kind: 'atmospheric' } },
  ],
  ['safety-no-proof', { ...larch28, safeties: larch28.safeties.map((s) => ({ ...s, proveBy: null })) }],
  ['service-seals', { ...larch28, serviceList: larch28.serviceList.map((s) => ({ ...s, renewAlways: false })) }],
  ['gap-unreadable', { ...larch28, serviceList: larch28.serviceList.map((s) => ({ ...s, gap: 'a thumb' })) }],
  ['own-step-state', own({ firingStateId: 'turbo' })],
  ['own-step-station', own({ needs: [{ kind: 'reading', measurandId: 'co2.flue', stationId: 'meter', firingStateId: 'high' }] })],
  ['own-step-override', own({ stage: 'safeties', overridable: true, needs: [{ kind: 'proof', what: 'Cover it', passes: 'Off' }] })],
  ['own-step-yes-no', own({ needs: [{ kind: 'observation', question: 'Is the rope loose?', good: 'No', bad: 'Yes, loose' }] })],
  ['source-missing', { ...larch28, probeSource: null }],
]

describe('the linter', () => {
  test.each(WRONG)('says %s', (code, card, say = {}) => {
    expect(lintCard(card)).toContainEqual(expect.objectContaining({ code, level: CARD_FINDINGS[code], ...say }))
  })

  test('every code it knows is shown by a card here', () => {
    expect(Object.keys(CARD_FINDINGS).filter((code) => !WRONG.some(([said]) => said === code))).toEqual([])
  })

  test('errors come before doubts, and nothing twice', () => {
    const found = lintCard({ ...larch28, limits: [], timing: null, tables: [] })
    const levels = found.map((f) => f.level)
    expect(levels).toEqual([...levels].sort((a, b) => (a === b ? 0 : a === 'error' ? -1 : 1)))
    expect(new Set(found.map((f) => JSON.stringify(f))).size).toBe(found.length)
  })
})

describe('what differs between two issues', () => {
  test('row by row, by what the row is', () => {
    const found = differences(OLDER_CARDS[0], larch18)
    const at = (path: string) => found.find((d) => d.path.join('/') === path)
    expect(at('version')).toMatchObject({ kind: 'changed', before: 1, after: 2 })
    expect(at('limits/co2.flue mid/min')).toMatchObject({ before: expect.closeTo(0.082), after: expect.closeTo(0.085) })
    expect(at('limits/flame.current low')).toMatchObject({ kind: 'added' })
    expect(at('serviceList/burner-rope/renewAlways')).toMatchObject({ before: false, after: true })
    expect(at('ownSteps/knob-home')).toMatchObject({ kind: 'added' })
  })

  test('the same is no difference; a moved row is none; a removed one is', () => {
    expect(differences(larch28, JSON.parse(JSON.stringify(larch28)))).toEqual([])
    expect(differences(larch28, { ...larch28, kit: [...larch28.kit].reverse() })).toEqual([])
    expect(differences(larch28, { ...larch28, kit: larch28.kit.slice(1) })).toEqual([
      { path: ['kit', larch28.kit[0]!.part], kind: 'removed', before: larch28.kit[0], after: undefined },
    ])
  })
})
