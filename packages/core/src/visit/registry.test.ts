import fc from 'fast-check'
import { changesBetween, keptValue, keptValues, type KeptValue } from './changes'
import { foldVisit, VisitFold } from './fold'
import { type EventSpec, ROLES } from './kit'
import { parseEvent } from './parse'
import { EVENT_TYPES, instrumentsOf, liftStored, refusals, specOf, type StoredEvent } from './registry'
import { mayEmit } from './roles'
import type { VisitState } from './state'
import { randomLog } from './testLogs'
import { ANALYSER, APPLIANCE, testContext, testId, TestLog, VISIT } from './testVisit'

const raw = (type: string, data: object, more: object = {}) => ({
  id: testId(5),
  visitId: VISIT,
  type,
  v: 1,
  at: '2026-06-01T09:00:00.000Z',
  deviceId: testId(9),
  deviceSeq: 1,
  data,
  ...more,
})

describe('the registry', () => {
  test('every type stands under its own name', () => {
    for (const type of EVENT_TYPES) expect(specOf(type).type).toBe(type)
  })

  test('after closing only corrections, notes, confirming and reopening are left, an apprentice’s correction provisional', () => {
    const left = EVENT_TYPES.filter((type) => ROLES.some((role) => mayEmit(role, type, true) !== 'no'))
    expect(left.sort()).toEqual(['note.added', 'reading.corrected', 'visit.reopened', 'work.confirmed'])
    expect(ROLES.map((role) => mayEmit(role, 'reading.corrected', true))).toEqual(['yes', 'yes', 'provisional', 'no', 'no'])
    expect(ROLES.map((role) => mayEmit(role, 'visit.reopened', true))).toEqual(['yes', 'no', 'no', 'no', 'no'])
    expect(mayEmit('apprentice', 'reading.corrected', false)).toBe('yes')
  })

  test('what would poison a log is refused at the field', () => {
    const path = (event: object) => {
      const parsed = parseEvent(event)
      return parsed.ok ? 'taken' : parsed.error.path
    }
    const note = (text: string) => raw('note.added', { text })
    expect(path(note('a\0b'))).toEqual(['data', 'text'])
    expect(path(note('half \ud83d'))).toEqual(['data', 'text'])
    expect(path(note('whole \u{1f525}'))).toBe('taken')
    for (const year of ['0000', '0026', '1999', '2100', '9999'])
      expect(path(raw('note.added', { text: 'x' }, { at: `${year}-06-01T09:00:00.000Z` }))).toEqual(['at'])
    expect(path(raw('note.added', { text: 'x' }, { deviceSeq: 2 ** 31 }))).toEqual(['deviceSeq'])
    expect(path(raw('note.added', { text: 'x' }, { deviceSeq: 2 ** 31 - 1 }))).toBe('taken')
    expect(path(raw('visit.closed', { nextDueOn: '0027-01-01' }))).toEqual(['data', 'nextDueOn'])
    for (const type of ['__proto__', 'constructor', 'toString']) expect(path(raw(type, {}))).toEqual(['type'])
    expect(path(raw('note.added', { text: 'x' }, { v: 2 }))).toEqual(['v'])
  })

  test('ids are small letters however they were written', () => {
    const upper = 'ABCDEF00-0000-7000-8000-00000000000A'
    expect(parseEvent(raw('photo.taken', { photoId: upper }, { id: upper }))).toMatchObject({
      ok: true,
      value: { id: upper.toLowerCase(), data: { photoId: upper.toLowerCase() } },
    })
  })

  test('what an event names is checked against the visit, field by field', () => {
    const facts = {
      appliances: testContext.appliances,
      knowsStep: () => false,
      practice: testContext.practice,
      planned: { jobKind: 'annual-service', practice: { id: 'metric-ratio', version: 1 } },
      knowsInstrument: (id: string) => id === ANALYSER,
    }
    const of = (type: string, data: object, more: object = {}) => {
      const parsed = parseEvent(raw(type, data, more))
      return parsed.ok ? refusals(parsed.value, facts).map((r) => `${r.path} ${r.code}`) : ['shape']
    }
    expect(of('instrument.zeroed', { instrumentId: ANALYSER, place: 'clean-air' })).toEqual([])
    expect(of('instrument.zeroed', { instrumentId: testId(77), place: 'clean-air' })).toEqual(['data.instrumentId unknown-instrument'])
    expect(of('state.commanded', { firingStateId: 'gone' })).toEqual(['data.firingStateId unknown-firing-state'])
    expect(of('step.done', {}, { stepId: 'gone' })).toEqual(['stepId unknown-step'])
    const together = (observationId: string, answer: string) => of('observation.made', { observationId, answer, together: true })
    expect(together('ventilation', 'clear')).toEqual([])
    // What decides life, and what is a finding, is answered by itself.
    expect(together('smell-of-gas', 'none')).toEqual(['data.together one-by-one'])
    expect(together('ventilation', 'not-clear')).toEqual(['data.together one-by-one'])
    expect(of('note.added', { text: 'x' }, { applianceId: testId(66) })).toEqual(['applianceId other-appliance'])
    expect(of('instruments.chosen', { instrumentIds: [], preferred: { co: ANALYSER } })).toEqual(['data.preferred.co not-at-hand'])
  })

  test('an older version is lifted when it is read, step by step, and what is stored stays as it is', () => {
    const spec: Pick<EventSpec<string, { readonly c: number }>, 'lifts'> = {
      lifts: [({ a }: { a: number }) => ({ b: a + 1 }), ({ b }: { b: number }) => ({ c: b * 2 })],
    }
    expect(spec.lifts?.reduce<unknown>((data, lift) => lift(data as never), { a: 1 })).toEqual({ c: 4 })
    const [stored] = new TestLog().start().events as [StoredEvent]
    expect(liftStored(stored)).toBe(stored)
    expect(() => liftStored({ ...stored, type: 'gone' })).toThrow('unknown type')
  })
})

/** What stands beside the log after a change, by what the fold says that it changed. */
function project(kept: Map<string, KeptValue>, state: VisitState, keys: readonly { applianceId: string; key: string }[]): void {
  for (const { applianceId, key } of keys) {
    const value = keptValue(
      state.appliances.find((a) => a.applianceId === applianceId)!,
      key,
    )
    if (value) kept.set(`${applianceId} ${key}`, value)
    else kept.delete(`${applianceId} ${key}`)
  }
}
const byKey = (values: readonly KeptValue[]) =>
  [...values].sort((a, b) => (`${a.applianceId} ${a.key}` < `${b.applianceId} ${b.key}` ? -1 : 1))

describe('a fold of anything', () => {
  test('after every append what is kept beside the log equals a rebuild, and the state the whole fold', () => {
    fc.assert(
      fc.property(randomLog, (log) => {
        const fold = new VisitFold(VISIT, testContext)
        const kept = new Map<string, KeptValue>()
        log.forEach((event, i) => {
          const { state, changed } = fold.append([event])
          project(kept, state, changed.keys)
          expect(byKey([...kept.values()])).toEqual(byKey(keptValues(foldVisit(VISIT, log.slice(0, i + 1), testContext))))
        })
        expect(fold.state()).toEqual(foldVisit(VISIT, log, testContext))
      }),
      { numRuns: 60 },
    )
  })

  test('a type moves no more than it says', () => {
    fc.assert(
      fc.property(randomLog, (log) => {
        const fold = new VisitFold(VISIT, testContext)
        for (const event of log) {
          const { changed } = fold.append([event])
          const { moves } = specOf(event.type)
          const may = (...what: (typeof moves)[number][]) => what.some((w) => moves.includes(w))
          // Confirmed work is what it confirms.
          if (event.type === 'work.confirmed') continue
          if (changed.keys.length > 0) expect([event.type, may('readings', 'verdicts', 'left')]).toEqual([event.type, true])
          if (changed.appliances.length > 0) expect([event.type, may('outcomes')]).toEqual([event.type, true])
          if (changed.turned.length > 0)
            expect([event.type, event.type.startsWith('adjustment.') || specOf(event.type).turns !== undefined]).toEqual([event.type, true])
          if (changed.ends.length > 0) expect([event.type, may('ends')]).toEqual([event.type, true])
        }
      }),
      { numRuns: 60 },
    )
  })

  test('what was handed out stands still, read before or after what came later', () => {
    fc.assert(
      fc.property(randomLog, fc.nat(), (log, at) => {
        const n = at % log.length
        const fold = new VisitFold(VISIT, testContext)
        const early = fold.append(log.slice(0, n)).state
        // Nothing of it is looked at until more has come.
        fold.append(log.slice(n))
        expect(early).toEqual(foldVisit(VISIT, log.slice(0, n), testContext))
      }),
      { numRuns: 60 },
    )
  })

  test('trying events out gives what recording them gives, and leaves the fold where it was', () => {
    fc.assert(
      fc.property(randomLog, fc.nat(), (log, at) => {
        const n = at % log.length
        const fold = new VisitFold(VISIT, testContext)
        fold.append(log.slice(0, n))
        const before = fold.state()
        const tried = fold.with(log.slice(n))
        expect(fold.state()).toBe(before)
        expect(tried).toEqual(fold.append(log.slice(n)).state)
      }),
      { numRuns: 60 },
    )
  })

  test('a log in which an event turns up late is done again in order', () => {
    fc.assert(
      fc.property(randomLog, fc.nat(), (log, at) => {
        const late = at % log.length
        const fold = new VisitFold(VISIT, testContext)
        const without = log.filter((_, i) => i !== late)
        fold.advance(without)
        expect(fold.advance([...without, log[late]!]).state).toEqual(foldVisit(VISIT, log, testContext))
      }),
      { numRuns: 40 },
    )
  })
})

test('an apprentice’s correction of a closed visit waits until it is confirmed', () => {
  const log = new TestLog().start()
  const [id] = log.read({ 'co2.flue': 0.09 }, 'max')
  log.add('visit.closed', { nextDueOn: null })
  const correction = log.add('reading.corrected', { readingId: id!, reason: 'misread' }, { provisional: true })
  const value = () => keptValue(foldVisit(VISIT, log.events, testContext).appliances[0]!, 'co2.flue@flue/max')?.asLeftSi
  expect(value()).toBe(0.09)
  expect(foldVisit(VISIT, log.events, testContext).unconfirmed).toEqual([correction])
  log.add('work.confirmed', { eventIds: [correction] })
  expect(value()).toBeUndefined()
  expect(foldVisit(VISIT, log.events, testContext)).toMatchObject({ unconfirmed: [], corrections: [{ readingId: id }] })
})

test('a part fitted, something cleaned and a clock begun again move what was left: the fold says so', () => {
  const log = new TestLog().start()
  log.read({ 'co2.flue': 0.09, 'co.flue': 60e-6 }, 'max')
  log.add('timer.started', { timer: 'tightness', seconds: 120 })
  log.read({ 'pressure.tightnessFall': 10 }, 'standing', 'pipe')
  const fold = new VisitFold(VISIT, testContext)
  let last = fold.append(log.events).state
  const moved = (type: 'part.fitted' | 'observation.made' | 'timer.started', data: object) => {
    log.add(type, data as never)
    const { state } = fold.append(log.events.slice(-1))
    const { keys } = changesBetween(last, state)
    last = state
    return keys.map((k) => k.key)
  }
  expect(moved('part.fitted', { part: 'Electrode' })).toContain('co2.flue@flue/max')
  log.read({ 'co2.flue': 0.091 }, 'max')
  last = fold.append(log.events.slice(-1)).state
  expect(moved('observation.made', { observationId: 'item.burner', answer: 'cleaned' })).toContain('co2.flue@flue/max')
  expect(moved('timer.started', { timer: 'tightness', seconds: 7200 })).toContain('pressure.tightnessFall@pipe/standing')
})

test('instruments are named by every type that uses one', () => {
  const log = new TestLog().start()
  log.read({ 'co2.flue': 0.09, 'pressure.working': 2030 }, 'max')
  expect(new Set(log.events.flatMap(instrumentsOf)).size).toBe(2)
  expect(APPLIANCE).toBeTruthy()
})
