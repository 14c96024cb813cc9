import fc from 'fast-check'
import type { EventType } from './eventData'
import { parseEvent } from './parse'
import type { StoredEvent } from './registry'
import { foldVisit } from './fold'
import { firingStops, missingIn, serviceGates } from './gates'
import { actingRole, EMIT_TABLE, type ROLES } from './roles'
import { nextId, testContext, testId, TestLog, VISIT } from './testVisit'
import { appliance, CO2_MAX, flue, fold, gates, steps, wholeVisit } from './testWholeVisit'

describe('gates', () => {
  test('a loose end bars normal service; a gas joint closes only with a tight leak check', () => {
    const log = wholeVisit()
    const looseEndId = nextId()
    log.add('loose-end.opened', { looseEndId, kind: 'test-point', key: 'test-point.inlet', label: 'Inlet nipple open' })
    expect(gates(log)).toMatchObject([{ code: 'loose-end-open', hard: true, params: { label: 'Inlet nipple open' } }])
    log.add('loose-end.closed', { looseEndId })
    log.add('loose-end.closed', { looseEndId, leakCheck: { method: 'detector', tight: false } })
    expect(gates(log)).toHaveLength(1)
    expect(fold(log).visit.breaches.map((b) => b.code)).toEqual(['gas-joint-without-leak-check', 'gas-joint-without-leak-check'])
    log.add('loose-end.closed', { looseEndId, leakCheck: { method: 'detector-and-fluid', tight: true } })
    expect(gates(log)).toEqual([])
  })

  test('CO over the ratio limit is hard; CO2 outside the card can be answered with a reason', () => {
    const log = wholeVisit()
    log.read(flue(0.0955, 600e-6), 'max')
    const codes = gates(log).map((g) => `${g.code}${g.hard ? '!' : ''}`)
    expect(codes).toEqual(expect.arrayContaining(['hard-limit-outside!', 'outside-unanswered']))
    log.add('gate.overridden', { gate: `outside.${CO2_MAX}`, reason: 'maker asked' })
    expect(gates(log).some((g) => g.code === 'outside-unanswered')).toBe(false)
    log.add('gate.overridden', { gate: 'hard.co.flue@flue/max', reason: 'never' })
    expect(gates(log).filter((g) => g.hard).length).toBeGreaterThanOrEqual(2)
  })

  test('at the edge of a hard limit a second reading is asked', () => {
    const log = wholeVisit()
    log.read(flue(0.09, 345e-6), 'max')
    // The first set of the visit is a reading of the same figure: the edge one is already a repeat.
    expect(gates(log).some((g) => g.code === 'hard-limit-edge')).toBe(false)
    const fresh = new TestLog().start()
    fresh.read(flue(0.09, 345e-6), 'max')
    expect(gates(fresh).some((g) => g.code === 'hard-limit-edge')).toBe(true)
  })

  test('firing stops: room CO, smell, wrong gas, inlet above the valve’s maximum', () => {
    const stops = (log: TestLog) => {
      const f = fold(log)
      return firingStops(appliance, f.state, f.visit, testContext).map((g) => g.code)
    }
    const log = new TestLog().start()
    expect(stops(log)).toEqual([])
    log.read({ 'co.ambient': 75e-6 }, 'standing', 'room')
    expect(stops(log)).toEqual(['ambient-co'])
    log.add('observation.made', { observationId: 'smell-of-gas', answer: 'present' })
    log.add('observation.made', { observationId: 'emergency-control', answer: 'not-reachable' })
    log.read({ 'pressure.standing': 3100 }, 'standing', 'inlet')
    expect(stops(log)).toEqual(['observation-stops', 'ambient-co', 'inlet-above-maximum'])
  })

  test('what a step still wants is named', () => {
    const log = new TestLog().start()
    const { state, visit } = fold(log)
    const flueMax = steps.find((s) => s.id === 'flue.max')!
    expect(missingIn(flueMax, state, visit, testContext).flatMap((m) => m.params.measurand ?? [])).toEqual([
      'co2.flue',
      'co.flue',
      'temperature.flue',
      'temperature.air',
    ])
    expect(missingIn(steps[0]!, state, visit, testContext).filter((m) => m.code === 'zero')).toEqual([])
  })

  test('a step marked done with nothing in it is not done', () => {
    const log = new TestLog().start()
    for (const step of steps) log.add('step.done', {}, { stepId: step.id })
    expect(gates(log).filter((g) => g.code === 'missing-reading').length).toBeGreaterThan(4)
  })

  test('an apprentice’s adjusting waits for a licensed person', () => {
    const log = wholeVisit()
    const id = log.add(
      'adjustment.made',
      { adjusterId: 'throttle', direction: 'clockwise', amount: 0.1, unit: 'turn', firingStateId: 'max' },
      { provisional: true },
    )
    log.read(flue(0.09), 'max')
    log.read(flue(0.0852, 20e-6), 'min')
    expect(gates(log).map((g) => g.code)).toEqual(['unconfirmed'])
    log.add('work.confirmed', { eventIds: [id] })
    expect(gates(log)).toEqual([])
  })

  test('in every order of events nothing hangs unnoticed: an open end or a hard limit outside always bars normal service', () => {
    const base = wholeVisit()
    const log = new TestLog()
    const end = testId(77)
    log.add('loose-end.opened', { looseEndId: end, kind: 'test-point', key: 'k', label: 'Nipple' })
    log.read(flue(0.09, 900e-6), 'max')
    log.add('gate.overridden', { gate: `loose-end.${end}`, reason: 'wrongly' })
    log.add('loose-end.closed', { looseEndId: end })
    fc.assert(
      fc.property(fc.shuffledSubarray(log.events, { minLength: 4 }), (shuffled) => {
        const all = [...base.events, ...shuffled.map((e, i) => ({ ...e, seq: 1000 + i }) as StoredEvent)]
        const visit = foldVisit(VISIT, all, testContext)
        const codes = serviceGates(appliance, visit.appliances[0]!, steps, visit, testContext).map((g) => g.code)
        return codes.includes('loose-end-open') && codes.includes('hard-limit-outside')
      }),
    )
  })
})

describe('roles', () => {
  test('planner and viewer record nothing, an apprentice records but does not close', () => {
    const of = (role: (typeof ROLES)[number], type: EventType) => EMIT_TABLE[role][type]
    expect(of('planner', 'reading.taken')).toBe('no')
    expect(of('viewer', 'note.added')).toBe('no')
    expect(of('apprentice', 'reading.taken')).toBe('yes')
    expect(of('apprentice', 'adjustment.made')).toBe('provisional')
    expect(of('apprentice', 'visit.closed')).toBe('no')
    expect(of('technician', 'visit.closed')).toBe('yes')
    expect(of('technician', 'visit.reopened')).toBe('no')
    expect(of('lead', 'visit.reopened')).toBe('yes')
  })

  test('a lapsed licence acts as an apprentice', () => {
    expect(actingRole('technician', '2026-01-31', '2026-01-31')).toBe('technician')
    expect(actingRole('technician', '2026-01-31', '2026-02-01')).toBe('apprentice')
    expect(actingRole('lead', null, '2026-02-01')).toBe('apprentice')
    expect(actingRole('planner', null, '2026-02-01')).toBe('planner')
  })
})

describe('parsing events', () => {
  const good = new TestLog()
  good.add('note.added', { text: 'hello' })
  const { seq: _s, receivedAt: _r, authorId: _a, authorName: _n, provisional: _p, ...posted } = good.events[0]!

  test('a good one', () => expect(parseEvent(posted)).toMatchObject({ ok: true }))
  test.each([
    ['unknown type', { ...posted, type: 'nonsense' }, 'unknown-event-type', ['type']],
    ['not an object', 7, 'unknown-event-type', ['type']],
    ['a type that is no text, nor can become one', { ...posted, type: { toString: null } }, 'unknown-event-type', ['type']],
    ['no text', { ...posted, data: { text: '' } }, 'invalid-event', ['data', 'text']],
    ['unknown field', { ...posted, extra: 1 }, 'invalid-event', []],
    ['bad id', { ...posted, id: 'x' }, 'invalid-event', ['id']],
    ['version from the future', { ...posted, v: 2 }, 'invalid-event', ['v']],
    ['time without zone', { ...posted, at: '2026-06-01T09:00:00' }, 'invalid-event', ['at']],
    [
      'wrong answer',
      { ...posted, type: 'observation.made', data: { observationId: 'smell-of-gas', answer: 'perhaps' } },
      'invalid-event',
      ['data', 'answer'],
    ],
  ])('%s', (_name, input, code, path) => {
    expect(parseEvent(input)).toMatchObject({ ok: false, error: { code, path } })
  })
})
