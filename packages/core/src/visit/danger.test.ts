import { dangerOf } from './danger'
import { foldVisit } from './fold'
import { firingStops, serviceGates } from './gates'
import { nextId, testContext, TestLog, testId, VISIT } from './testVisit'

const appliance = testContext.appliances[0]!
const at = (log: TestLog) => {
  const visit = foldVisit(VISIT, log.events, testContext)
  return { visit, state: visit.appliances[0]!, danger: dangerOf(appliance, visit.appliances[0]!, visit, testContext) }
}

test('a sound appliance is no danger, nor is one that may only not fire', () => {
  const log = new TestLog().start()
  log.add('observation.made', { observationId: 'smell-of-gas', answer: 'none' })
  log.add('observation.made', { observationId: 'data-plate', answer: 'differs' })
  expect(at(log).danger).toBeNull()
})

test.each([
  ['smell-of-gas', 'present', ['people-out', 'no-sparks', 'turn-off', 'ventilate']],
  ['spillage-test', 'spills', ['people-out', 'turn-off', 'ventilate']],
  ['exchanger', 'cracked', ['turn-off']],
] as const)('%s %s: safety first, then the paper', (observationId, answer, first) => {
  const log = new TestLog().start()
  log.add('observation.made', { observationId, answer })
  const { danger } = at(log)
  expect(danger?.causes.map((c) => c.params.observation)).toEqual([observationId])
  expect(danger?.actions.slice(0, first.length)).toEqual(first)
  expect(danger?.actions.slice(first.length)).toEqual(['notify-emergency', 'label'])
  expect(new Set(danger?.actions).size).toBe(danger?.actions.length)
})

describe('far too much CO as found', () => {
  const stops = (log: TestLog) => {
    const { visit, state } = at(log)
    return firingStops(appliance, state, visit, testContext).filter((s) => s.code.startsWith('high-co'))
  }
  const read = (log: TestLog, co: number) => log.read({ 'co2.flue': 0.09, 'co.flue': co }, 'max', 'flue')

  test('from the level of the profile on nothing is fired, and it cannot end in normal service', () => {
    const below = new TestLog().start()
    read(below, 990e-6)
    expect(stops(below)).toEqual([])
    const log = new TestLog().start()
    read(log, 2400e-6)
    expect(stops(log)).toMatchObject([{ id: 'high-co', hard: true, params: { ppm: 2400, level: 1000 } }])
    const { visit, state } = at(log)
    expect(serviceGates(appliance, state, [], visit, testContext).map((g) => g.code)).toContain('high-co')
  })

  test('what the analyser cannot show any more is as much too much', () => {
    const log = new TestLog().start()
    log.add('special.read', {
      readingId: nextId(),
      measurandId: 'co.flue',
      stationId: 'flue',
      firingStateId: 'max',
      special: { kind: 'over-range' },
    })
    expect(stops(log)).toMatchObject([{ code: 'high-co-beyond' }])
  })

  test('it stands until its cause is put right, and comes back with the next reading', () => {
    const log = new TestLog().start()
    read(log, 2400e-6)
    log.add('observation.made', { observationId: 'high-co', answer: 'cause-not-found' })
    expect(stops(log)).toHaveLength(1)
    log.add('observation.made', { observationId: 'high-co', answer: 'cause-mended' })
    expect(stops(log)).toEqual([])
    read(log, 1500e-6)
    expect(stops(log)).toHaveLength(1)
    log.add('observation.made', { observationId: 'high-co', answer: 'cause-mended' })
    read(log, 80e-6)
    expect(stops(log)).toEqual([])
  })

  test('a profile without a level has no such stop', () => {
    const log = new TestLog().start()
    read(log, 5000e-6)
    const { visit, state } = at(log)
    const { highCo: _none, ...practice } = testContext.practice
    expect(firingStops(appliance, state, visit, { practice }).filter((s) => s.code === 'high-co')).toEqual([])
  })
})

test('CO in the room from the stop level on is danger, below it is a thing to look for', () => {
  const read = (co: number) => {
    const log = new TestLog().start()
    log.read({ 'co.ambient': co }, 'standing', 'room')
    return at(log).danger
  }
  expect(read(12e-6)).toBeNull()
  expect(read(40e-6)?.actions[0]).toBe('people-out')
})

test('a danger that was put right, with how it was proved, no longer bars normal service', () => {
  const log = new TestLog().start()
  const defectId = nextId()
  log.add('defect.found', { defectId, class: 'danger-now', text: 'Union at the meter leaks', action: 'shut' })
  const before = at(log)
  expect(before.danger?.causes.map((c) => c.code)).toEqual(['danger-now'])
  const barred = (x: ReturnType<typeof at>) =>
    serviceGates(appliance, x.state, [], x.visit, testContext).some((g) => g.code === 'danger-now')
  expect(barred(before)).toBe(true)
  log.add('defect.mended', { defectId, how: 'New washer, tight by detector and fluid' })
  const after = at(log)
  expect(after.danger).toBeNull()
  expect(barred(after)).toBe(false)
  log.add('defect.mended', { defectId, how: 'again' })
  log.add('defect.mended', { defectId: testId(99), how: 'what' })
  expect(at(log).visit.oddities.map((o) => o.code)).toEqual(['mended-already', 'no-such-defect'])
})

test('what was done about a danger is an answer, and a refusal is no finding', () => {
  const log = new TestLog().start()
  log.add('observation.made', { observationId: 'danger.turn-off', answer: 'refused' })
  const { visit, state } = at(log)
  expect(serviceGates(appliance, state, [], visit, testContext).some((g) => g.params.observation === 'danger.turn-off')).toBe(false)
})

test('photographs are counted once; two devices that measure the same say so', () => {
  const log = new TestLog().start()
  const photoId = nextId()
  log.add('photo.taken', { photoId, caption: 'Stain' }, { stepId: 'make-safe' })
  log.add('photo.taken', { photoId })
  log.read({ 'pressure.standing': 2200 }, 'standing', 'inlet')
  const again = new TestLog()
  again.read({ 'pressure.standing': 2210 }, 'standing', 'inlet')
  const n = log.events.length + 1
  log.events.push({ ...again.events[0]!, deviceId: testId(10), seq: n, deviceSeq: n, at: log.events.at(-1)!.at })
  const { visit } = at(log)
  expect(visit.photos).toMatchObject([{ id: photoId, caption: 'Stain', stepId: 'make-safe' }])
  expect(visit.oddities.map((o) => o.code)).toEqual(['photo-twice', 'measured-by-two'])
})

test('a clock that runs past midnight, or over the change to winter time, has run out when its seconds have passed', () => {
  for (const [from, early, out] of [
    ['2026-06-01T23:59:30.000Z', '2026-06-02T00:01:00.000Z', '2026-06-02T00:01:30.000Z'],
    ['2026-10-25T00:59:30.000Z', '2026-10-25T01:01:00.000Z', '2026-10-25T01:01:30.000Z'],
  ] as const) {
    const log = new TestLog().start()
    log.add('timer.started', { timer: 'case-sweep', seconds: 120 }, { at: from })
    log.add('timer.ended', { timer: 'case-sweep' }, { at: early })
    expect(at(log).visit.timers.at(-1)?.endedAt).toBeNull()
    log.add('timer.ended', { timer: 'case-sweep' }, { at: out })
    expect(at(log).visit.timers.at(-1)?.endedAt).toBe(out)
  }
})
