import { unwrap } from '../result'
import { runSheet } from '../procedure'
import { foldVisit } from './fold'
import { firingStops, missingIn, serviceGates } from './gates'
import { ladderOf } from './ladder'
import { powerProvedOff } from './isolation'
import { failedStarts, purgeWaitS } from './stops'
import { suspects } from './suspects'
import { APPLIANCE, nextId, testContext, testId, TestLog, VISIT } from './testVisit'

const appliance = testContext.appliances[0]!
const steps = unwrap(runSheet('annual-service', appliance.card, testContext.practice, appliance.facts))
const fold = (log: TestLog, context = testContext) => {
  const visit = foldVisit(VISIT, log.events, context)
  return { visit, state: visit.appliances[0]! }
}
const stops = (log: TestLog) => {
  const { visit, state } = fold(log)
  return firingStops(appliance, state, visit, testContext).map((g) => g.code)
}
const breaches = (log: TestLog) => fold(log).visit.breaches.map((b) => b.code)
const oddities = (log: TestLog) => fold(log).visit.oddities.map((b) => b.code)

describe('starts', () => {
  test('three that fail in a row stop everything until gas has had its time to clear', () => {
    const log = new TestLog().start()
    log.add('start.tried', { lit: false })
    log.add('start.tried', { lit: false, configuration: 'cover off' })
    expect(stops(log)).toEqual([])
    log.add('start.tried', { lit: false })
    expect(stops(log)).toEqual(['failed-starts'])
    log.add('start.tried', { lit: false })
    expect(breaches(log)).toEqual(['fired-against-a-stop'])
    log.add('timer.started', { timer: 'purge-wait', seconds: 300 })
    log.add('timer.ended', { timer: 'purge-wait' })
    // Three minutes of a clock of five: it has not run out.
    expect(oddities(log)).toEqual(['timer-ended-early'])
    expect(stops(log)).toEqual(['failed-starts'])
    log.add('timer.ended', { timer: 'purge-wait' })
    expect(stops(log)).toEqual([])
  })

  test('one that lights begins the count anew; heavy gas takes longer to clear', () => {
    const log = new TestLog().start()
    for (const lit of [false, false, true, false]) log.add('start.tried', { lit })
    const { visit } = fold(log)
    expect(failedStarts(visit.starts, visit.timers, APPLIANCE)).toBe(1)
    expect([purgeWaitS('natural-gas-h'), purgeWaitS('propane')]).toEqual([300, 600])
  })
})

describe('the disturbed list', () => {
  const prove = (log: TestLog) => {
    for (const [observationId, answer] of [
      ['tester-before', 'proves'],
      ['dead', 'dead'],
      ['tester-after', 'proves'],
    ] as const)
      log.add('observation.made', { observationId, answer })
  }
  const disturb = (log: TestLog, kind: 'lead' | 'earth' | 'tube' | 'seal' | 'flue' | 'screw', label: string) => {
    const itemId = nextId()
    log.add('item.disturbed', { itemId, kind, label })
    return itemId
  }

  test('dismantling before it is proved dead is a breach; afterwards it is not', () => {
    const early = new TestLog().start()
    disturb(early, 'lead', 'Flame rod lead')
    expect(breaches(early)).toEqual(['dismantled-before-proved-dead'])
    const late = new TestLog().start()
    prove(late)
    disturb(late, 'lead', 'Flame rod lead')
    expect(breaches(late)).toEqual([])
    expect(powerProvedOff(appliance.card, fold(late).state)).toBe(true)
    const traits = { medium: 'water', power: 'millivolt', pilot: 'standing', pilotSensor: 'generator' } as const
    expect(
      powerProvedOff(
        { traits: { ...traits, ratioControl: 'none', intakePort: false, refractory: false, yellowTips: false } },
        { observations: {} },
      ),
    ).toBe(true)
  })

  test('a thing is back only with its check; until then it bars normal service, and firing where gas or flue is open', () => {
    const log = new TestLog().start()
    prove(log)
    const earth = disturb(log, 'earth', 'Earth tag of the burner')
    expect(stops(log)).toEqual(['apart'])
    const { visit, state } = fold(log)
    expect(serviceGates(appliance, state, steps, visit, testContext).filter((g) => g.code === 'not-refitted')).toHaveLength(1)
    log.add('item.refitted', { itemId: earth, check: 'look' })
    expect(breaches(log)).toEqual(['refitted-without-its-check'])
    expect(stops(log)).toEqual(['apart'])
    log.add('item.refitted', { itemId: earth, check: 'tug' })
    expect(stops(log)).toEqual([])
    log.add('item.refitted', { itemId: earth, check: 'tug' })
    expect(oddities(log)).toEqual(['refitted-already'])
  })

  test('a new symptom points to what was disturbed before it: not back first, then what fits, then the latest', () => {
    const log = new TestLog().start()
    prove(log)
    const lead = disturb(log, 'lead', 'Fan lead')
    disturb(log, 'screw', 'Cover screw')
    const tube = disturb(log, 'tube', 'Air tube')
    log.add('item.refitted', { itemId: lead, check: 'tug' })
    log.add('item.refitted', { itemId: tube, check: 'tug' })
    log.add('symptom.noted', { symptomId: testId(501), kind: 'no-start', text: 'fan does not turn' })
    disturb(log, 'seal', 'Later seal')
    const { visit } = fold(log)
    expect(suspects(visit, visit.symptoms[0]!).map((d) => d.label)).toEqual(['Cover screw', 'Fan lead', 'Air tube'])
  })
})

describe('clocks', () => {
  test('a fall read before the clock has run out is early; a step wants its clock', () => {
    const job = unwrap(runSheet('tightness-test', appliance.card, testContext.practice, appliance.facts))
    const step = job.find((s) => s.id === 'tightness')!
    const log = new TestLog().start()
    log.add('timer.started', { timer: 'tightness', seconds: 600 })
    log.read({ 'pressure.tightnessFall': 0 }, 'standing', 'pipe')
    const early = fold(log)
    expect(early.state.readings[0]!.verdict).toMatchObject({ status: 'none', because: 'early' })
    expect(missingIn(step, early.state, early.visit, testContext).map((m) => m.params.timer)).toEqual(['stabilise', 'tightness'])
    for (const text of ['wait', 'wait', 'wait']) log.add('note.added', { text })
    log.add('timer.ended', { timer: 'tightness' })
    log.read({ 'pressure.tightnessFall': 0 }, 'standing', 'pipe')
    expect(fold(log).state.readings.at(-1)!.verdict).toMatchObject({ status: 'inside', band: { hard: true } })
  })
})

test('a clocked meter gives the heat input, judged against the plate; above it by more than the tolerance is hard', () => {
  const log = new TestLog().start()
  log.read({ 'volume.metered': 0.128, 'time.metered': 240 }, 'max', 'meter')
  const net = fold(log).state.readings.find((r) => r.measurandId === 'input.net')!
  expect(net.valueSi / 20_000).toBeGreaterThan(0.9)
  expect(net.valueSi / 20_000).toBeLessThan(1.05)
  expect(net.verdict).toMatchObject({ status: 'inside', band: { hard: true, nominal: 20_000, max: 21_000 } })
  // Net and gross are never mixed up: the plate is net, the gross figure has no band.
  expect(fold(log).state.readings.find((r) => r.measurandId === 'input.gross')?.verdict.because).toBe('no-band')
  log.read({ 'volume.metered': 0.15, 'time.metered': 240 }, 'max', 'meter')
  const { visit, state } = fold(log)
  expect(serviceGates(appliance, state, steps, visit, testContext).some((g) => g.code === 'hard-limit-outside' && g.hard)).toBe(true)
})

test('gas in the air stops everything at a tenth of the lower explosive limit', () => {
  const log = new TestLog().start()
  log.read({ 'gas.ambient': 0.0049 }, 'off', 'room')
  expect(stops(log)).toEqual([])
  log.read({ 'gas.ambient': 0.005 }, 'off', 'room')
  expect(stops(log)).toEqual(['gas-in-air'])
})

test('a screw before “clean or adjust?” is a breach, and in a safety check any screw is', () => {
  const turn = { adjusterId: 'throttle', direction: 'clockwise', amount: 0.125, unit: 'turn', firingStateId: 'max' } as const
  const log = new TestLog().start()
  log.add('adjustment.made', turn)
  expect(breaches(log)).toEqual(['adjusted-before-judged'])
  const judged = new TestLog().start()
  judged.add('observation.made', { observationId: 'condition', answer: 'mis-set' })
  judged.add('adjustment.made', turn)
  expect(breaches(judged)).toEqual([])
  const check = new TestLog()
  check.add('visit.started', {
    jobKind: 'safety-check',
    practice: { id: 'metric-ratio', version: 1 },
    cards: [{ applianceId: APPLIANCE, cardId: appliance.card.id, version: 1 }],
  })
  check.add('adjustment.made', turn)
  const inCheck = foldVisit(VISIT, check.events, { ...testContext, jobKind: 'safety-check' })
  expect(inCheck.breaches.map((b) => b.code)).toEqual(['adjusted-without-the-job'])
})

test('what an earlier visit left open hangs here too, and is closed here', () => {
  const end = { id: testId(700), key: 'carried', kind: 'test-point', label: 'Inlet nipple open', restore: null } as const
  const context = {
    ...testContext,
    appliances: [{ ...appliance, carried: [{ ...end, openedAt: '2026-05-01T09:00:00.000Z', openedBy: 'Somebody' }] }],
  }
  const log = new TestLog().start()
  const before = fold(log, context)
  expect(before.visit.looseEnds).toMatchObject([{ carried: true, closedAt: null }])
  expect(serviceGates(appliance, before.state, steps, before.visit, context).some((g) => g.code === 'loose-end-open')).toBe(true)
  log.add('loose-end.closed', { looseEndId: end.id, leakCheck: { method: 'fluid', tight: true } })
  expect(fold(log, context).visit.looseEnds[0]).toMatchObject({ leakCheck: 'fluid', carried: true })
})

test('a started visit of another card version is said, a clock that runs backwards too; a live test hangs', () => {
  const log = new TestLog()
  log.add('visit.started', {
    jobKind: 'annual-service',
    practice: { id: 'metric-ratio', version: 1 },
    cards: [{ applianceId: APPLIANCE, cardId: appliance.card.id, version: 9 }],
  })
  log.add('note.added', { text: 'earlier' }, { at: '2026-05-31T09:00:00.000Z' })
  log.add('live-test.allowed', { looseEndId: testId(701), test: 'Coil volts' })
  expect(oddities(log)).toEqual(['other-card-version', 'clock-backwards'])
  expect(fold(log).visit.looseEnds).toMatchObject([{ kind: 'live-test', label: 'Coil volts', closedAt: null }])
})

test('the ladder says which rung is bad, and several at once; nothing of what was not read', () => {
  const says = (values: Partial<Record<'meter' | 'isolator' | 'inlet', number>>) => {
    const log = new TestLog().start()
    for (const [station, pa] of Object.entries(values)) log.read({ 'pressure.working': pa }, 'max', station as 'meter')
    return ladderOf(appliance, fold(log).state, testContext.practice).findings
  }
  expect(says({})).toEqual([])
  expect(says({ meter: 2110, inlet: 2050 })).toEqual([])
  expect(says({ meter: 2110, inlet: 1950 })).toEqual(['pipe-loss'])
  expect(says({ meter: 2110, isolator: 2080, inlet: 1600 })).toEqual(['appliance-loss', 'inlet-low'])
  expect(says({ meter: 1800, inlet: 1600 })).toEqual(['meter-low', 'pipe-loss', 'inlet-low'])
  expect(says({ meter: 2000, inlet: 2050 })).toEqual(['rungs-not-alike'])
  expect(says({ inlet: 3100 })).toEqual(['inlet-above-maximum'])
  expect(ladderOf(appliance, fold(new TestLog().start()).state, testContext.practice).regulatorIsTechnicians).toBe(false)
})
