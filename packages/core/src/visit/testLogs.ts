import fc from 'fast-check'
import { testCard } from '../appliance/testCard'
import { packTrace } from '../live'
import { takeReading } from '../measure'
import { GROWTHS } from '../procedure'
import type { EventType } from './eventData'
import { EVENT_TYPES, type StoredEvent, type VisitEvent } from './registry'
import { ANALYSER, APPLIANCE, analyser, gauge, GAUGE, testId, VISIT } from './testVisit'

/** Random logs of every type: ids from small pools, so that events meet what others made, and often do not. */

const pool = (from: number) => fc.integer({ min: from, max: from + 3 }).map(testId)
const items = pool(700)
const readingIds = pool(750)
const instrumentIds = fc.constantFrom(ANALYSER, GAUGE)
const states = fc.constantFrom('max', 'min', 'standing', 'nowhere')
const reason = fc.constant('because of it')

const reading = fc
  .record({
    id: fc.oneof(readingIds, fc.uuid({ version: 7 })),
    groupId: fc.option(pool(800), { nil: undefined }),
    what: fc.constantFrom(
      ...([
        ['co2.flue', 'flue', 0.09, analyser],
        ['co2.flue', 'flue', 0.097, analyser],
        ['co.flue', 'flue', 0, analyser],
        ['co.flue', 'flue', 60e-6, analyser],
        ['temperature.flue', 'flue', 331, analyser],
        ['temperature.air', 'intake', 285, analyser],
        ['pressure.working', 'meter', 2090, gauge],
        ['pressure.working', 'inlet', 2030, gauge],
        ['pressure.tightnessFall', 'pipe', 30, gauge],
        ['volume.metered', 'meter', 0.12, undefined],
        ['time.metered', 'meter', 240, undefined],
        ['co.caseSweep', 'room', 2e-6, undefined],
      ] as const),
    ),
    firingStateId: states,
    settled: fc.constantFrom('settled' as const, 'declared' as const, 'early' as const),
    minute: fc.integer({ min: 0, max: 500 }),
  })
  .map(({ id, groupId, what: [measurandId, stationId, valueSi, instrument], firingStateId, settled, minute }) =>
    takeReading({
      id,
      groupId,
      measurandId,
      stationId,
      firingStateId,
      valueSi,
      instrument,
      settled,
      takenAt: new Date(Date.UTC(2026, 5, 1, 9, minute)).toISOString(),
    }),
  )

/** What each type may hold; a type without an entry does not pass the type check. */
const DATA: { readonly [T in EventType]: fc.Arbitrary<Extract<VisitEvent, { type: T }>['data']> } = {
  'visit.started': fc.constant({
    jobKind: 'annual-service' as const,
    practice: { id: 'metric-ratio', version: 1 },
    cards: [{ applianceId: APPLIANCE, cardId: testCard.id, version: 1 }],
  }),
  'instruments.chosen': fc.record({ instrumentIds: fc.array(instrumentIds, { maxLength: 2 }), preferred: fc.constant({}) }),
  'instrument.zeroed': fc.record({ instrumentId: instrumentIds, place: fc.constantFrom('clean-air' as const, 'at-connection' as const) }),
  'instrument.allowed': fc.record({ instrumentId: instrumentIds, reason }),
  'instrument.response-seen': fc.record({
    instrumentId: instrumentIds,
    how: fc.constantFrom('bump-gas' as const, 'light-off' as const),
  }),
  'observation.made': fc.constantFrom(
    { observationId: 'smell-of-gas', answer: 'none' },
    { observationId: 'smell-of-gas', answer: 'present' },
    { observationId: 'item.burner', answer: 'cleaned' },
    { observationId: 'ventilation', answer: 'clear', together: true as const },
    { observationId: 'condition', answer: 'sound' },
  ),
  'state.commanded': fc.record({ firingStateId: states }),
  'reading.taken': fc.record({ readings: fc.array(reading, { minLength: 1, maxLength: 5 }) }),
  'reading.corrected': fc.record({ readingId: readingIds, reason, replacement: fc.option(reading, { nil: undefined }) }),
  'special.read': fc.record({
    readingId: readingIds,
    measurandId: fc.constant('coil.resistance' as const),
    stationId: fc.constant('electrics' as const),
    firingStateId: states,
    instanceId: fc.option(fc.constantFrom('coil-1' as const, 'coil-2' as const), { nil: undefined }),
    special: fc.constantFrom({ kind: 'open' as const }, { kind: 'varies' as const, fromSi: 300, toSi: 900 }),
  }),
  'step.done': fc.constant({}),
  'step.skipped': fc.record({ reason }),
  'step.not-applicable': fc.record({ reason }),
  'gate.overridden': fc.record({ gate: fc.constant('step.flue.min'), reason }),
  'adjustment.made': fc.record({
    adjusterId: fc.constantFrom('throttle', 'gone'),
    direction: fc.constantFrom('clockwise' as const, 'anticlockwise' as const),
    amount: fc.constant(0.125),
    unit: fc.constant('turn' as const),
    firingStateId: states,
  }),
  'adjustment.corrected': fc.record({
    adjustmentId: readingIds,
    adjusterId: fc.constantFrom('throttle', 'gone'),
    direction: fc.constantFrom('clockwise' as const, 'anticlockwise' as const),
    amount: fc.constantFrom(0, 0.25),
  }),
  'timer.started': fc.record({ timer: fc.constantFrom('tightness' as const, 'case-sweep' as const), seconds: fc.constant(600) }),
  'timer.ended': fc.record({ timer: fc.constantFrom('tightness' as const, 'case-sweep' as const) }),
  'start.tried': fc.oneof(
    fc.record({ lit: fc.boolean() }),
    fc.record({ lit: fc.constant(false), gas: fc.constantFrom('shut', 'fan-only') }),
  ),
  'channel.connected': fc.record({
    instrumentId: instrumentIds,
    channelId: fc.constant('p'),
    measurandId: fc.constant('pressure.working' as const),
    stationId: fc.constantFrom('inlet' as const, 'meter' as const),
  }),
  'trace.kept': fc.record({
    traceId: items,
    readingIds: fc.constant([]),
    channels: fc.constant([{ channelId: 'o2', channel: 'o2' as const, chunks: packTrace([{ s: 1_780_000_000, value: 0.05 }], 1e-4) }]),
  }),
  'start.recorded': fc.record({
    startId: items,
    at: fc.constant('2026-06-01T09:00:00.000Z'),
    events: fc.constant([{ id: 'call', s: 0 }]),
    outcome: fc.constant('lit' as const),
    diedAt: fc.constant(null),
    lanes: fc.constant([]),
  }),
  'run.started': fc.record({ runId: items, name: fc.constant('case on'), alters: fc.constant(false), consents: fc.constant([]) }),
  'run.read': fc.record({ runId: items, figures: fc.constant([{ measurandId: 'co.flue' as const, valueSi: 60e-6 }]) }),
  'run.ended': fc.record({ runId: items }),
  'job.grown': fc.record({ work: fc.constantFrom(...GROWTHS), reason }),
  'complaint.noted': fc.record({ text: fc.constant('no hot water'), service: fc.constantFrom('heating', 'hot-water') }),
  'code.shown': fc.record({ code: fc.constantFrom('F28', 'E 9') }),
  'live-test.allowed': fc.record({ looseEndId: items, test: fc.constant('volts at the valve') }),
  'item.disturbed': fc.record({ itemId: items, kind: fc.constant('lead' as const), label: fc.constant('Lead to the rod') }),
  'item.refitted': fc.record({ itemId: items, check: fc.constantFrom('tug' as const, 'by-eye' as never) }),
  'symptom.noted': fc.record({ symptomId: items, kind: fc.constant('no-ignition' as never), text: fc.constant('') }),
  'fault.described': fc.record({
    faultId: items,
    symptom: fc.constantFrom('no-ignition' as const, 'drops-out' as const),
    intermittent: fc.boolean(),
    circumstances: fc.constant([]),
    renewed: fc.constant([]),
  }),
  'check.made': fc.record({ faultId: items, checkId: fc.constant('start'), result: fc.constant('no-spark') }),
  'check.left-out': fc.record({ faultId: items, checkId: fc.constant('spark'), reason: fc.constant('') }),
  'check.withdrawn': fc.record({ faultId: items, entryId: items }),
  'fault.settled': fc.record({ faultId: items, causeIds: fc.constant(['electrode']), proved: fc.boolean() }),
  'occurrence.noted': fc.record({ faultId: items, occurrenceId: items, happenedAt: fc.constant('2026-06-01T09:00:00.000Z') }),
  'notice.given': fc.record({
    noticeId: items,
    defectIds: fc.array(items, { minLength: 1, maxLength: 2 }),
    labelled: fc.boolean(),
    acknowledged: fc.constantFrom('signed' as const, 'refused' as const),
  }),
  'signature.given': fc.constant({ by: 'customer' as const, outcome: 'signed' as const }),
  'photo.taken': fc.record({ photoId: items }),
  'loose-end.opened': fc.record({
    looseEndId: items,
    kind: fc.constantFrom('adjuster-cap' as const, 'gas-joint' as const),
    key: fc.constant('k'),
    label: fc.constant('Cap off'),
  }),
  'loose-end.closed': fc.record({
    looseEndId: items,
    leakCheck: fc.option(fc.record({ method: fc.constant('fluid' as const), tight: fc.boolean() }), { nil: undefined }),
  }),
  'defect.found': fc.record({
    defectId: items,
    class: fc.constantFrom('attention' as const, 'danger-now' as const),
    text: fc.constant('stain'),
    action: fc.constant(''),
  }),
  'defect.mended': fc.record({ defectId: items, how: reason }),
  'part.needed': fc.record(
    { needId: items, part: fc.constant('Door seal'), backOn: fc.constantFrom('2026-07-01', undefined as never) },
    { requiredKeys: ['needId', 'part'] },
  ),
  'part.fitted': fc.constant({ part: 'Electrode' }),
  'note.added': fc.constant({ text: 'a note' }),
  'work.confirmed': fc.record({ eventIds: fc.array(pool(900), { minLength: 1, maxLength: 3 }) }),
  'appliance.outcome-set': fc.record({ outcome: fc.constantFrom('left-isolated' as const, 'in-normal-service' as const) }),
  'visit.closed': fc.constant({ nextDueOn: null }),
  'visit.reopened': fc.record({ reason }),
}

/** One event of a type, placed n-th. */
const eventOf = (type: EventType, n: number): fc.Arbitrary<StoredEvent> =>
  fc.record({ data: DATA[type] as fc.Arbitrary<object>, provisional: fc.boolean(), jitter: fc.integer({ min: -200, max: 60 }) }).map(
    ({ data, provisional, jitter }) =>
      ({
        // The first few ids come from the pool that confirmations name.
        id: n < 4 ? testId(900 + n) : testId(10_000 + n),
        visitId: VISIT,
        applianceId: APPLIANCE,
        stepId: 'flue.max',
        type,
        v: 1,
        at: new Date(Date.UTC(2026, 5, 1, 9, 0, n * 60 + jitter)).toISOString(),
        deviceId: testId(n % 5 === 0 ? 10 : 9),
        deviceSeq: n,
        data,
        seq: n,
        receivedAt: new Date(Date.UTC(2026, 5, 1, 9, 0, n * 60)).toISOString(),
        authorId: testId(8),
        authorName: 'T. Tester',
        provisional: provisional && n % 7 === 0,
      }) as unknown as StoredEvent,
  )

/** A log that starts, and then holds anything in any order; figures and what moves them come more often. */
export const randomLog: fc.Arbitrary<StoredEvent[]> = fc
  .array(
    fc.oneof(
      { weight: 2, arbitrary: fc.constantFrom<EventType>('reading.taken') },
      { weight: 5, arbitrary: fc.constantFrom(...EVENT_TYPES) },
    ),
    {
      minLength: 5,
      maxLength: 45,
    },
  )
  .chain((types) => fc.tuple(...(['visit.started', ...types] as EventType[]).map((type, i) => eventOf(type, i + 1))))
