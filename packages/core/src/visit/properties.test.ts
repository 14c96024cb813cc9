import fc from 'fast-check'
import { EVENT_TYPES, type StoredEvent } from './registry'
import { foldVisit } from './fold'
import { EMIT_TABLE } from './roles'
import { ROLES } from './kit'
import { nextId, testContext, TestLog, VISIT } from './testVisit'

/** A long log with everything in it that a visit can hold. */
function fullLog(): TestLog {
  const log = new TestLog().start()
  const co2 = (value: number, co: number) =>
    log.read({ 'co2.flue': value, 'co.flue': co, 'temperature.flue': 331, 'temperature.air': 285 }, 'max')
  log.add('observation.made', { observationId: 'smell-of-gas', answer: 'none' })
  log.add('state.commanded', { firingStateId: 'max' })
  const [first] = co2(0.096, 64e-6)
  const end = nextId()
  log.add('loose-end.opened', { looseEndId: end, kind: 'adjuster-cap', key: 'cap', label: 'Cap off' })
  log.add('adjustment.made', { adjusterId: 'throttle', direction: 'clockwise', amount: 0.125, unit: 'turn', firingStateId: 'max' })
  co2(0.09, 48e-6)
  log.add('reading.corrected', { readingId: first!, reason: 'misread' })
  log.add('loose-end.closed', { looseEndId: end })
  log.add('defect.found', { defectId: nextId(), class: 'attention', text: 'stain', action: 'told' })
  log.add('note.added', { text: 'a note' })
  log.add('gate.overridden', { gate: 'step.flue.min', reason: 'no time' })
  log.add('step.done', {}, { stepId: 'flue.max' })
  log.add('step.skipped', { reason: 'no access' }, { stepId: 'flue.min' })
  log.add('appliance.outcome-set', { outcome: 'left-isolated', reason: 'x' })
  log.add('visit.closed', { nextDueOn: null })
  return log
}
const log = fullLog()
const fold = (events: readonly StoredEvent[]) => foldVisit(VISIT, events, testContext)

test('any part of a log folds, in any order of arrival, to the same state', () => {
  fc.assert(
    fc.property(fc.shuffledSubarray(log.events), (part) => {
      const sorted = [...part].sort((a, b) => (a.seq ?? 0) - (b.seq ?? 0))
      expect(fold(part)).toEqual(fold(sorted))
    }),
    { numRuns: 60 },
  )
})

test('the fold changes nothing it is given, and gives the same again', () => {
  const before = JSON.parse(JSON.stringify(log.events)) as StoredEvent[]
  const first = fold(log.events)
  expect(log.events).toEqual(before)
  expect(fold(log.events)).toEqual(first)
})

test('a log only grows: what was found stays found, whatever follows', () => {
  fc.assert(
    fc.property(fc.integer({ min: 5, max: log.events.length }), (n) => {
      const asFound = (events: readonly StoredEvent[]) =>
        new Map(
          fold(events)
            .appliances[0]!.foundAndLeft.filter((f) => f.asFound && f.key !== 'co2.flue@flue/max')
            .map((f) => [f.key, f.asFound?.valueSi]),
        )
      // The corrected figure apart: a correction says that it was never so. Figures computed from it go with it.
      const computedFromIt = /flueComputed|ratio|airFree|lambda|excess|dewPoint|efficiency|short|netStack/
      const early = asFound(log.events.slice(0, n))
      const late = asFound(log.events)
      for (const [key, value] of early) if (!computedFromIt.test(key)) expect([key, late.get(key)]).toEqual([key, value])
    }),
  )
})

test('net turns are the sum of the moves, whatever their order', () => {
  const move = fc.record({
    direction: fc.constantFrom('clockwise' as const, 'anticlockwise' as const),
    eighths: fc.integer({ min: 1, max: 8 }),
  })
  fc.assert(
    fc.property(fc.array(move, { maxLength: 12 }), (moves) => {
      const turned = new TestLog().start()
      for (const m of moves)
        turned.add('adjustment.made', {
          adjusterId: 'throttle',
          direction: m.direction,
          amount: m.eighths / 8,
          unit: 'turn',
          firingStateId: 'max',
        })
      const sum = moves.reduce((total, m) => total + ((m.direction === 'clockwise' ? 1 : -1) * m.eighths) / 8, 0)
      expect(fold(turned.events).appliances[0]!.netTurns.throttle ?? 0).toBeCloseTo(sum, 9)
    }),
  )
})

test('every type of event leaves its mark, and none is forgotten', () => {
  const state = fold(log.events)
  expect(state).toMatchObject({ status: 'closed', jobKind: 'annual-service', eventCount: log.events.length })
  expect([
    state.zeroed.length,
    state.looseEnds.length,
    state.defects.length,
    state.notes.length,
    state.overrides.length,
    state.corrections.length,
  ]).toEqual([2, 1, 1, 1, 1, 1])
  expect(state.appliances[0]).toMatchObject({
    commanded: { firingStateId: 'max' },
    outcome: { outcome: 'left-isolated' },
    steps: { 'flue.max': { status: 'done' }, 'flue.min': { status: 'skipped', reason: 'no access' } },
  })
})

test('the table of who may emit what is whole: every role, every type, and nobody unlicensed closes or confirms', () => {
  for (const role of ROLES) expect(Object.keys(EMIT_TABLE[role]).sort()).toEqual([...EVENT_TYPES].sort())
  const table = ROLES.map((role) => [role, EVENT_TYPES.filter((type) => EMIT_TABLE[role][type] === 'yes').length])
  expect(table).toEqual([
    ['lead', EVENT_TYPES.length],
    ['technician', EVENT_TYPES.length - 1],
    ['apprentice', EVENT_TYPES.length - 14],
    ['planner', 0],
    ['viewer', 0],
  ])
})
