import fc from 'fast-check'
import { channelFor, takeReading } from '@lucerna/core/measure'
import { SHIPPED_PRACTICES } from '@lucerna/core/practice'
import { FIRING_JOBS, JOB_KINDS, type JobKind, runSheet, sheetText } from '@lucerna/core/procedure'
import { type EventType, firingStops, foldVisit, readingKey, VisitFold, type VisitEvent } from '@lucerna/core/visit'
import { DEMO_CARDS } from './cards'
import { soundValues } from './technician/sound'
import { asStored, played, TEST_APPLIANCE, TEST_VISIT, testFacts } from './technician/testVisit'

/** Random cases for each property; `PROPERTY_RUNS=200` looks longer than a run of all tests can. */
const RUNS = Number(process.env.PROPERTY_RUNS ?? 20)

const one = (kind: string) => DEMO_CARDS.find((c) => c.burnerKind === kind)!
const KINDS = [...new Set(DEMO_CARDS.map((c) => c.burnerKind))]
const id = (n: number) => `00000000-0000-7000-8000-9${String(n).padStart(11, '0')}`
const event = (n: number, type: EventType, data: object, at = '2026-06-01T09:00:00.000Z'): VisitEvent =>
  ({
    id: id(n),
    visitId: TEST_VISIT,
    applianceId: TEST_APPLIANCE,
    type,
    v: 1,
    at,
    deviceId: id(0),
    deviceSeq: n,
    data,
  }) as unknown as VisitEvent
const answer = (observationId: string, said: string) => event(1, 'observation.made', { observationId, answer: said })

/** Every played visit of a kind, by job; made once. */
const visits = KINDS.flatMap((kind) =>
  FIRING_JOBS.flatMap((job) => {
    const card = one(kind)
    const practice = SHIPPED_PRACTICES[0]!
    const sheet = runSheet(job, card, practice, testFacts(card))
    return sheet.ok ? [{ kind, job, steps: sheet.value, visit: played(card, practice, job, sheet.value) }] : []
  }),
)

/** What must never be left running, each as one event. */
const DANGERS: readonly (readonly [string, VisitEvent, 'firing' | 'leaving'])[] = [
  ['gas smelled', answer('smell-of-gas', 'present'), 'firing'],
  ['flue not sound', answer('flue-terminal', 'not-sound'), 'firing'],
  ['another gas', answer('data-plate', 'differs'), 'firing'],
  ['control stood in water', answer('water-damage', 'control-stood-in-water'), 'firing'],
  ['dry hot boiler', answer('boiler-filled', 'dry-and-hot'), 'firing'],
  ['LPG in a cellar', answer('lpg-low', 'cellar-or-pit'), 'firing'],
  ['no flow', answer('water-flow', 'no-flow'), 'firing'],
  ['a joint leaks', answer('joint.valve-inlet', 'leaks'), 'firing'],
  ['over its rated pressure', answer('component-rated', 'over-rated'), 'firing'],
  ['safety bridged', event(1, 'loose-end.opened', { looseEndId: id(7), kind: 'safety-bridge', key: 'b', label: 'bridge' }), 'firing'],
  ['flue apart', event(1, 'item.disturbed', { itemId: id(8), kind: 'flue', label: 'elbow' }), 'firing'],
  ['spillage', answer('spillage-test', 'spills'), 'leaving'],
  ['a safety failed', answer('safety.any', 'failed'), 'leaving'],
  ['a safety removed', answer('safety.any', 'removed'), 'leaving'],
  ['a safety found bridged', answer('safety.any', 'bridged'), 'leaving'],
  ['cracked exchanger', answer('exchanger', 'cracked'), 'leaving'],
  ['a seat lets by', answer('seat-proof', 'lets-by'), 'leaving'],
  ['CO climbing', answer('co-steady', 'climbing'), 'leaving'],
  ['lights with a bang', answer('ignition-quality', 'bang'), 'leaving'],
  ['relief valve plugged', answer('relief-valve', 'plugged'), 'leaving'],
  ['a lead off', event(1, 'item.disturbed', { itemId: id(9), kind: 'lead', label: 'lead' }), 'leaving'],
]

test.each(DANGERS)('%s: never in normal service, at whatever moment of whatever job it is seen', (_name, danger, forbids) => {
  fc.assert(
    fc.property(fc.constantFrom(...visits), fc.nat(), fc.boolean(), ({ visit: { events, context, fold } }, where, overridden) => {
      // Not answered again afterwards: a later good answer is a correction.
      const same = (e: VisitEvent) =>
        e.type === 'observation.made' && danger.type === 'observation.made' && e.data.observationId === danger.data.observationId
      const rest = events.filter((e) => !same(e))
      const at = 1 + (where % (rest.length - 1))
      const log = [...rest.slice(0, at), danger, ...rest.slice(at)]
      const { state, visit, gates } = fold(asStored(log))
      const hard = gates.filter((g) => g.hard)
      expect(hard.length).toBeGreaterThan(0)
      if (forbids === 'firing') expect(firingStops(context.appliances[0]!, state, visit, context).length).toBeGreaterThan(0)
      if (!overridden) return
      // An override of a life-protecting gate changes nothing.
      const over = hard.map((g, i) => event(100 + i, 'gate.overridden', { gate: g.id, reason: 'wrongly' }))
      expect(
        fold(asStored([...log, ...over]))
          .gates.filter((g) => g.hard)
          .map((g) => g.id),
      ).toEqual(hard.map((g) => g.id))
    }),
    { numRuns: RUNS },
  )
})

test('no order of events strands anybody: isolated or handed over closes from every state', () => {
  fc.assert(
    fc.property(
      fc.constantFrom(...visits),
      fc.nat(),
      fc.constantFrom('left-isolated', 'handed-over'),
      ({ visit: { events, fold } }, cut, outcome) => {
        const log = [
          ...events.slice(0, 1 + (cut % events.length)),
          event(1, 'appliance.outcome-set', { outcome, reason: 'made safe' }),
          event(2, 'visit.closed', { nextDueOn: null }),
        ]
        const { visit, state } = fold(asStored(log))
        expect([visit.status, state.outcome?.outcome]).toEqual(['closed', outcome])
      },
    ),
    { numRuns: 3 * RUNS },
  )
})

test('a fold that goes on gives what the whole fold gives', () => {
  fc.assert(
    fc.property(fc.constantFrom(...visits), fc.array(fc.nat(), { maxLength: 6 }), fc.nat(), ({ visit }, cuts, wrong) => {
      const all = asStored(visit.events)
      // A correction somewhere in the middle makes old readings go.
      const reading = all.flatMap((e) => (e.type === 'reading.taken' ? e.data.readings : []))
      const gone = reading[wrong % reading.length]!
      const log = [...all, ...asStored([event(1, 'reading.corrected', { readingId: gone.id, reason: 'misread' })], all.length + 1)]
      const going = new VisitFold(TEST_VISIT, visit.context)
      for (const cut of [...cuts].map((c) => c % log.length).sort((a, b) => a - b)) going.advance(log.slice(0, cut))
      expect(going.advance(log).state).toEqual(foldVisit(TEST_VISIT, log, visit.context))
    }),
    { numRuns: 2 * RUNS },
  )
})

test('the fold is total: whatever was stored, in whatever order, from whatever clock, is counted and never thrown at', () => {
  const odd = fc.constantFrom<(n: number) => VisitEvent>(
    (n) => event(n, 'loose-end.closed', { looseEndId: id(999) }),
    (n) => event(n, 'timer.ended', { timer: 'tightness' }),
    (n) => event(n, 'timer.started', { timer: 'let-by', seconds: 60 }, '2020-01-01T00:00:00.000Z'),
    (n) => event(n, 'item.refitted', { itemId: id(998), check: 'tug' }),
    (n) => event(n, 'state.commanded', { firingStateId: 'of-another-card' }),
    (n) => event(n, 'adjustment.made', { adjusterId: 'gone', direction: 'clockwise', amount: 1, unit: 'turn', firingStateId: 'gone' }),
    (n) => event(n, 'reading.corrected', { readingId: id(997), reason: 'what' }),
    (n) => event(n, 'start.tried', { lit: false }, '2031-01-01T00:00:00.000Z'),
    (n) => event(n, 'visit.reopened', { reason: 'again' }),
    (n) => event(n, 'visit.closed', { nextDueOn: null }),
    (n) => ({ ...event(n, 'observation.made', { observationId: 'dead', answer: 'live' }), applianceId: id(996) }),
  )
  fc.assert(
    fc.property(fc.constantFrom(...visits), fc.array(odd, { maxLength: 12 }), fc.infiniteStream(fc.nat()), ({ visit }, more, order) => {
      const strange = more.map((make, i) => make(500 + i))
      const keyed = [...visit.events, ...strange].map((e) => [order.next().value ?? 0, e] as const)
      const log = keyed.sort((a, b) => a[0] - b[0]).map(([, e]) => e)
      const { visit: folded } = visit.fold(asStored(log))
      expect(folded.eventCount).toBe(log.length)
    }),
    { numRuns: 2 * RUNS },
  )
})

test('two devices, the second closing what the first has closed: once, and said', () => {
  const { visit } = visits[0]!
  const closed = visit.events.find((e) => e.type === 'loose-end.closed')!
  const twice = [...visit.events, { ...closed, id: id(1) }]
  expect(visit.fold(asStored(twice)).visit.oddities.map((o) => o.code)).toContain('closed-already')
})

test('the sheet of a card is the same on any machine, and after the card has been through a database that forgets the order of keys', () => {
  const shuffled = <T>(value: T): T =>
    (Array.isArray(value)
      ? value.map(shuffled)
      : typeof value === 'object' && value !== null
        ? Object.fromEntries(
            Object.entries(value)
              .sort(([a], [b]) => (a < b ? 1 : -1))
              .map(([k, v]) => [k, shuffled(v)]),
          )
        : value) as T
  for (const card of DEMO_CARDS)
    for (const practice of SHIPPED_PRACTICES)
      for (const job of JOB_KINDS as readonly JobKind[]) {
        const text = (of: typeof card) => {
          const sheet = runSheet(job, of, practice, testFacts(of))
          return sheet.ok ? sheetText(sheet.value) : sheet.error.code
        }
        expect(text(shuffled(card))).toBe(text(card))
      }
})

test('what the screen shows while a figure is typed is what it shows when it is recorded: every figure of every card', () => {
  let tried = 0
  for (const card of DEMO_CARDS)
    for (const practice of SHIPPED_PRACTICES) {
      const sheet = runSheet('annual-service', card, practice, testFacts(card))
      if (!sheet.ok) continue
      const { context } = played(card, practice, 'annual-service', [])
      const values = soundValues(card, testFacts(card), practice)
      const begun = asStored([
        event(1, 'visit.started', {
          jobKind: 'annual-service',
          practice: { id: practice.id, version: practice.version },
          cards: [{ applianceId: TEST_APPLIANCE, cardId: card.id, version: card.version }],
        }),
        ...context.instruments.map((i, n) => event(2 + n, 'instrument.zeroed', { instrumentId: i.id, place: 'clean-air' })),
      ])
      const fold = new VisitFold(TEST_VISIT, context)
      fold.append(begun)
      for (const need of sheet.value.flatMap((s) => s.needs))
        for (const factor of [1, 1.03, 1.4]) {
          const instrument = context.instruments.find((i) => channelFor(i, need.measurandId))
          const taken = takeReading({
            ...need,
            id: id(900),
            groupId: id(901),
            valueSi: values(need) * factor,
            instrument,
            settled: 'settled',
            takenAt: '2026-06-01T10:00:00.000Z',
          })
          const [typed] = asStored([event(99, 'reading.taken', { readings: [taken] })], begun.length + 1)
          const shown = fold.with([{ ...typed!, seq: null, receivedAt: null }]).appliances[0]!.latest.get(readingKey(need))?.verdict
          const recorded = foldVisit(TEST_VISIT, [...begun, typed!], context).appliances[0]!.latest.get(readingKey(need))?.verdict
          expect([card.id, readingKey(need), shown]).toEqual([card.id, readingKey(need), recorded])
          expect(shown).toBeDefined()
          tried++
        }
    }
  expect(tried).toBeGreaterThan(1000)
})
