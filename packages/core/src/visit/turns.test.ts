import fc from 'fast-check'
import { faultCode } from '../appliance'
import { growthsOf, GROWTHS, JOB_KINDS, type Growth, type JobKind, runSheet, type Step } from '../procedure'
import { foldVisit } from './fold'
import { serviceGates } from './gates'
import { forbids } from './forbids'
import { refusals } from './registry'
import { knowsStep, parkedIn, sheetsOf, worksOf } from './sheets'
import { runTable } from './runs'
import { failedStarts, startsAllowed } from './stops'
import { APPLIANCE, nextId, testContext, TestLog, VISIT } from './testVisit'
import { CO2_MAX, flue } from './testWholeVisit'
import type { VisitContext } from './context'
import type { EventType } from './eventData'
import type { StoredEvent } from './registry'

const as = (jobKind: JobKind): VisitContext => ({ ...testContext, jobKind })
const appliance = testContext.appliances[0]!
const BREAKDOWN = as('breakdown')
const at = (log: TestLog, context: VisitContext = BREAKDOWN) => {
  const visit = foldVisit(VISIT, log.events, context)
  const state = visit.appliances[0]!
  const steps = sheetsOf(context, visit)[APPLIANCE]!
  return { visit, state, steps, ids: steps.map((s) => s.id), gates: serviceGates(appliance, state, steps, visit, context) }
}
const say = (log: TestLog, observationId: string, answer: string) => log.add('observation.made', { observationId, answer })
const grow = (log: TestLog, work: Growth) => log.add('job.grown', { work, reason: 'turned out so' })
const without = (a: readonly string[], b: readonly string[]) => a.filter((x) => !b.includes(x))

describe('a move that was written down otherwise than it was made', () => {
  const turn = { adjusterId: 'throttle', direction: 'clockwise', amount: 0.25, unit: 'turn', firingStateId: 'max' } as const
  const corrected = (data: Record<string, unknown>) => {
    const log = new TestLog().start()
    log.add('adjustment.made', turn)
    const made = log.events.at(-1)!
    log.add('adjustment.made', { ...turn, adjusterId: 'offset', amount: 0.125 })
    log.add('adjustment.corrected', { adjustmentId: made.id, ...data } as never)
    return at(log, as('commissioning'))
  }

  test('is turned the other way in its own place; the way home counts what was really turned', () => {
    const { state, visit } = corrected({ adjusterId: 'throttle', direction: 'anticlockwise', amount: 0.25 })
    expect(state.adjustments.map((a) => [a.adjusterId, a.direction, a.amount])).toEqual([
      ['throttle', 'anticlockwise', 0.25],
      ['offset', 'clockwise', 0.125],
    ])
    expect(state.netTurns).toEqual({ throttle: -0.25, offset: 0.125 })
    expect(visit.breaches).toEqual([])
  })

  test('was another screw, or none', () => {
    expect(corrected({ adjusterId: 'offset', direction: 'clockwise', amount: 0.25 }).state.netTurns).toEqual({ throttle: 0, offset: 0.375 })
    expect(corrected({ adjusterId: 'throttle', direction: 'clockwise', amount: 0 }).state.adjustments).toHaveLength(1)
  })

  test('that nobody made is a breach', () => {
    const { visit } = corrected({ adjustmentId: nextId(), adjusterId: 'throttle', direction: 'clockwise', amount: 1 })
    expect(visit.breaches.map((b) => b.code)).toEqual(['no-such-adjustment'])
  })
})

describe('a job that becomes more', () => {
  test('a service becomes a gas pipe repair: let-by, tightness and joints come to it, nothing goes, and firing waits for the joints', () => {
    const service = as('annual-service')
    const log = new TestLog().start()
    const before = at(log, service)
    grow(log, 'gas-part')
    const after = at(log, service)
    expect(without(before.ids, after.ids)).toEqual([])
    expect(without(after.ids, before.ids)).toEqual(['gas-part', 'let-by', 'tightness', 'joints-cold'])
    expect(after.steps.find((s) => s.id === 'sequence')?.after).toContain('joints-cold')
    expect(after.steps.find((s) => s.id === 'joints-cold')?.skip).toBe('never')
    expect(worksOf(service, after.state)).toEqual(['annual-service', 'gas-part'])
    expect(after.state.grown).toMatchObject([{ work: 'gas-part', reason: 'turned out so' }])
  })

  test('what was done before stays done, and the same work twice is said once', () => {
    const log = new TestLog().start()
    say(log, 'burner-runs', 'runs')
    log.add('step.done', {}, { stepId: 'complaint' })
    grow(log, 'strip-clean')
    grow(log, 'strip-clean')
    const { state, visit, ids } = at(log)
    expect(state.steps.complaint).toMatchObject({ status: 'done' })
    expect(state.grown).toHaveLength(1)
    expect(visit.oddities.map((o) => o.code)).toContain('grown-already')
    expect(ids.filter((id) => id === 'isolate')).toHaveLength(1)
  })

  test('a smell-of-gas job gets a firing part, which looks at flue, air and water first', () => {
    const smell = as('gas-smell')
    const log = new TestLog().start()
    expect(at(log, smell).ids).not.toContain('sequence')
    grow(log, 'fire-again')
    const { steps, ids } = at(log, smell)
    expect(ids).toEqual(expect.arrayContaining(['before-running', 'sequence', 'flue.max', 'case-sweep', 'joints-hot']))
    expect(steps.find((s) => s.id === 'sequence')?.after).toEqual(expect.arrayContaining(['before-running', 'joints-cold']))
    expect(steps.find((s) => s.id === 'before-running')?.asks.map((a) => a.id)).toEqual(
      expect.arrayContaining(['flue-terminal', 'spillage-signs', 'ventilation', 'data-plate']),
    )
  })

  test('a safety check may turn no screw until it has become a valve replacement', () => {
    const check = as('safety-check')
    const turn = { adjusterId: 'throttle', direction: 'clockwise', amount: 0.125, unit: 'turn', firingStateId: 'max' } as const
    const log = new TestLog().start()
    log.add('adjustment.made', turn)
    grow(log, 'gas-valve-replacement')
    log.add('adjustment.made', turn)
    expect(foldVisit(VISIT, log.events, check).breaches.map((b) => b.code)).toEqual(['adjusted-without-the-job'])
  })

  test('only what adds something is on offer, and another gas only where the card has one', () => {
    const { card, facts } = appliance
    const offered = growthsOf('gas-valve-replacement', card, testContext.practice, facts).map((g) => g.growth)
    expect(offered).toEqual(['strip-clean', 'gas-part', 'safety-check'])
    const growing = { ...(new TestLog().start(), { type: 'job.grown', data: { work: 'change-of-gas', reason: 'other gas' } }) }
    const facing = {
      appliances: testContext.appliances,
      knowsStep: knowsStep(testContext),
      practice: testContext.practice,
      planned: { jobKind: 'annual-service', practice: { id: 'metric-ratio', version: 1 } },
      knowsInstrument: () => true,
    }
    expect(refusals({ ...growing, applianceId: APPLIANCE } as unknown as StoredEvent, facing)).toMatchObject([{ code: 'one-gas-only' }])
  })

  test('steps that a turn may add are known before it; others are not', () => {
    const knows = knowsStep(as('breakdown'))
    for (const id of ['complaint', 'dead-start', 'repair', 'gas-part', 'replace-valve']) expect(knows(APPLIANCE, id)).toBe(true)
    expect(knows(APPLIANCE, 'dance')).toBe(false)
    expect(knows(nextId(), 'complaint')).toBe(false)
  })

  test('any job that becomes anything loses no step, has each once, and locks only on what stands before', () => {
    const kinds = fc.constantFrom(...JOB_KINDS)
    const grown = fc.uniqueArray(fc.constantFrom(...GROWTHS), { maxLength: 4 })
    fc.assert(
      fc.property(kinds, grown, fc.boolean(), (kind, works, dead) => {
        const { card, facts } = appliance
        const plain = runSheet(kind, card, testContext.practice, facts, { dead })
        const sheet = runSheet(kind, card, testContext.practice, facts, { grown: works, dead })
        // A change of gas on a card for one gas has no sheet.
        if (!sheet.ok) return works.includes('change-of-gas') || kind === 'change-of-gas'
        const ids = sheet.value.map((s) => s.id)
        const before = (s: Step, i: number) => s.after.every((id) => ids.indexOf(id) < i)
        return (
          new Set(ids).size === ids.length &&
          (!plain.ok || plain.value.every((s) => ids.includes(s.id))) &&
          sheet.value.every(before) &&
          ids.at(-1) === 'finish'
        )
      }),
    )
  })
})

describe('a burner that does not run', () => {
  const dead = () => {
    const log = new TestLog().start()
    say(log, 'burner-runs', 'does-not-light')
    return log
  }

  test('everything that needs a flame is parked; supply, electrics, drain and electrodes come first', () => {
    const { steps, state, ids, gates } = at(dead())
    const parked = parkedIn(appliance, state, steps).map((s) => s.id)
    expect(parked).toEqual(
      expect.arrayContaining(['sequence', 'working', 'found.max', 'found.min', 'condition', 'flue.max', 'case-sweep', 'own-controls']),
    )
    const open = without(ids, parked)
    expect(open.slice(0, 6)).toEqual(['make-safe', 'complaint', 'standing', 'dead-start', 'isolate', 'basics'])
    expect(open).toContain('water')
    const basics = steps.find((s) => s.id === 'basics')!
    expect(basics.asks.map((a) => a.id)).toEqual(['polarity-earth', 'drain-clear', 'electrodes'])
    // One thing stands against normal service for all that waits, and it cannot be overridden.
    expect(gates.filter((g) => g.code === 'burner-dead')).toMatchObject([{ hard: true, params: { count: parked.length } }])
    expect(gates.some((g) => g.stepId === 'flue.max')).toBe(false)
  })

  test('a finished repair opens the first run, which is as found of combustion though parts were fitted before it', () => {
    const log = dead()
    log.add('part.fitted', { part: 'Ignition electrode' })
    say(log, 'repaired', 'repaired')
    const { steps, state } = at(log)
    expect(parkedIn(appliance, state, steps)).toEqual([])
    const kinds = steps.map((s) => s.kind)
    expect(kinds.indexOf('first-run')).toBeGreaterThan(kinds.indexOf('sequence'))
    expect(kinds).not.toContain('found')
    log.read(flue(0.09), 'max')
    expect(at(log).state.foundAndLeft.find((f) => f.key === CO2_MAX)).toMatchObject({
      firstRun: true,
      asFound: { valueSi: 0.09 },
      status: 'unchanged',
    })
    log.add('adjustment.made', { adjusterId: 'throttle', direction: 'clockwise', amount: 0.125, unit: 'turn', firingStateId: 'max' })
    expect(at(log).state.foundAndLeft.find((f) => f.key === CO2_MAX)).toMatchObject({ status: 'not-measured-again', firstRun: true })
    log.read(flue(0.0895), 'max')
    expect(at(log).state.foundAndLeft.find((f) => f.key === CO2_MAX)).toMatchObject({
      asFound: { valueSi: 0.09 },
      asLeft: { valueSi: 0.0895 },
      firstRun: true,
    })
  })

  test('what was read before the repair stays as found', () => {
    const log = new TestLog().start()
    log.read(flue(0.08), 'max')
    say(log, 'burner-runs', 'drops-out')
    log.add('part.fitted', { part: 'Flame rod' })
    say(log, 'repaired', 'repaired')
    log.read(flue(0.09), 'max')
    expect(at(log).state.foundAndLeft.find((f) => f.key === CO2_MAX)).toMatchObject({
      asFound: { valueSi: 0.08 },
      asLeft: { valueSi: 0.09 },
      firstRun: false,
    })
  })

  test('it is never left in normal service, and always isolated', () => {
    const log = dead()
    say(log, 'repaired', 'part-needed')
    const { visit } = at(log)
    const ending = (outcome: string) =>
      ({ type: 'appliance.outcome-set', applianceId: APPLIANCE, data: { outcome, reason: 'part ordered' } }) as unknown as StoredEvent
    expect(forbids(ending('in-normal-service'), visit, BREAKDOWN)?.gates.map((g) => g.code)).toContain('burner-dead')
    expect(forbids(ending('left-isolated'), visit, BREAKDOWN)).toBeNull()
  })

  test('a repair taken back parks it again; a burner that runs has no dead start', () => {
    const log = dead()
    say(log, 'repaired', 'repaired')
    say(log, 'repaired', 'cause-not-found')
    const { steps, state } = at(log)
    expect(parkedIn(appliance, state, steps).length).toBeGreaterThan(5)
    say(log, 'burner-runs', 'runs')
    const runs = at(log)
    expect(parkedIn(appliance, runs.state, runs.steps)).toEqual([])
    expect(runs.ids).not.toContain('dead-start')
    expect(runs.ids).toContain('found.max')
  })

  test('complaint and codes are kept as they were said; a code is known whatever its letters and blanks', () => {
    const log = dead()
    log.add('complaint.noted', { text: 'No hot water since Sunday', service: 'hot-water' })
    log.add('complaint.noted', { weather: 'wind' })
    log.add('code.shown', { code: 'E 99' })
    expect(at(log).visit.complaints).toHaveLength(2)
    expect(at(log).visit.codes).toMatchObject([{ code: 'E 99' }])
    const card = { faultCodes: [{ code: 'L1', meaning: 'No flame', page: '41', causes: [] }] }
    expect(faultCode(card, ' l 1')?.meaning).toBe('No flame')
    expect(faultCode(card, 'E 99')).toBeUndefined()
  })
})

describe('starts say what they were', () => {
  const tried = (log: TestLog, data: { gas?: 'on' | 'shut' | 'fan-only'; lit: boolean; tries?: number }) => log.add('start.tried', data)
  const count = (log: TestLog) => {
    const { visit } = at(log)
    return failedStarts(visit.starts, visit.timers, APPLIANCE)
  }
  const stops = (log: TestLog) => at(log).gates.map((g) => g.code)

  test('only a start with gas that did not light counts, and the control’s own tries are one', () => {
    const log = new TestLog().start()
    tried(log, { gas: 'shut', lit: false })
    tried(log, { gas: 'fan-only', lit: false })
    expect(count(log)).toBe(0)
    tried(log, { gas: 'on', lit: false, tries: 5 })
    expect(count(log)).toBe(1)
    tried(log, { lit: false })
    expect(count(log)).toBe(2)
    expect(stops(log)).not.toContain('failed-starts')
    tried(log, { lit: false })
    expect(stops(log)).toContain('failed-starts')
    // Looking for the spark with the gas shut is no firing against the stop.
    tried(log, { gas: 'shut', lit: false })
    expect(at(log).visit.breaches).toEqual([])
    tried(log, { lit: true })
    expect(at(log).visit.breaches.map((b) => b.code)).toEqual(['fired-against-a-stop'])
  })

  test('after the gasway was open the practice allows some more, until it burns', () => {
    const log = new TestLog().start()
    const allowed = () => startsAllowed(appliance, at(log).visit, testContext.practice)
    expect(allowed()).toBe(3)
    const looseEndId = nextId()
    log.add('loose-end.opened', { looseEndId, kind: 'gas-joint', key: 'gas-joint.part', label: 'Union' })
    expect(allowed()).toBe(3)
    log.add('loose-end.closed', { looseEndId, leakCheck: { method: 'fluid', tight: true } })
    expect(allowed()).toBe(5)
    for (let i = 0; i < 4; i++) tried(log, { lit: false })
    expect(stops(log)).not.toContain('failed-starts')
    tried(log, { lit: true })
    expect(allowed()).toBe(3)
    expect(startsAllowed(appliance, at(log).visit, {})).toBe(3)
  })

  test('any run of starts: spark and fan change no count, a flame ends it', () => {
    const start = fc.record({ gas: fc.constantFrom('on' as const, 'shut' as const, 'fan-only' as const), worked: fc.boolean() })
    fc.assert(
      fc.property(fc.array(start, { maxLength: 12 }), (list) => {
        const log = new TestLog().start()
        for (const s of list) log.add('start.tried', { gas: s.gas, lit: s.gas === 'on' && s.worked, seen: s.worked })
        const gas = list.filter((s) => s.gas === 'on')
        const since = gas.slice(gas.findLastIndex((s) => s.worked) + 1)
        return count(log) === since.length
      }),
    )
  })

  test('nothing lights without gas', () => {
    const log = new TestLog().start()
    tried(log, { gas: 'shut', lit: false })
    expect(at(log).visit.starts).toMatchObject([{ gas: 'shut', lit: false, tries: 1, stood: [] }])
  })
})

describe('stages of the work', () => {
  const service = as('annual-service')
  const co2 = (log: TestLog) => at(log, service).state.foundAndLeft.find((f) => f.key === CO2_MAX)!
  const turn = { adjusterId: 'throttle', direction: 'clockwise', amount: 0.125, unit: 'turn', firingStateId: 'max' } as const

  test('the figure after cleaning and before any screw is kept beside found and left', () => {
    const log = new TestLog().start()
    log.read(flue(0.1), 'max')
    say(log, 'item.exchanger', 'cleaned')
    log.read(flue(0.093), 'max')
    expect(co2(log)).toMatchObject({ asFound: { valueSi: 0.1 }, afterWork: null, asLeft: { valueSi: 0.093 } })
    log.add('adjustment.made', turn)
    log.read(flue(0.09), 'max')
    expect(co2(log)).toMatchObject({ asFound: { valueSi: 0.1 }, afterWork: { valueSi: 0.093 }, asLeft: { valueSi: 0.09 } })
  })

  test('without a figure between cleaning and screw nothing is claimed', () => {
    const log = new TestLog().start()
    log.read(flue(0.1), 'max')
    say(log, 'item.exchanger', 'cleaned')
    log.add('adjustment.made', turn)
    log.read(flue(0.09), 'max')
    expect(co2(log).afterWork).toBeNull()
  })

  test('every answer that changed is kept: a leak found, tightened and tight again', () => {
    const log = new TestLog().start()
    for (const answer of ['leaks', 'leaks', 'tight']) say(log, 'joint.valve-inlet', answer)
    expect(at(log, service).state.answered.map((a) => a.answer)).toEqual(['leaks', 'tight'])
  })

  test.each(['trap', 'combustion-door', 'flue', 'seal'] as const)(
    'a %s opened behind the last check makes it not measured again',
    (kind) => {
      const log = new TestLog().start()
      log.read(flue(0.09), 'max')
      const itemId = nextId()
      log.add('item.disturbed', { itemId, kind, label: 'opened' })
      expect(co2(log).status).toBe('not-measured-again')
      log.read(flue(0.09), 'max')
      expect(co2(log).status).toBe('measured-again')
      // Read while it was open: closing it asks for the final reading.
      log.add('item.refitted', { itemId, check: 'renewed' })
      expect(co2(log).status).toBe('not-measured-again')
    },
  )

  test('a lead or a cover without flue gas behind it voids nothing', () => {
    const log = new TestLog().start()
    log.read(flue(0.09), 'max')
    log.add('item.disturbed', { itemId: nextId(), kind: 'tube', label: 'Sensing tube' })
    expect(co2(log).status).toBe('unchanged')
  })

  test('any order of work, screws and readings: found comes before the first touch, left behind the last, after the work between', () => {
    const act = fc.constantFrom('read', 'clean', 'screw', 'open')
    fc.assert(
      fc.property(fc.array(act, { maxLength: 14 }), (acts) => {
        const log = new TestLog().start()
        const base = log.events.length
        const placed: { act: string; index: number }[] = []
        acts.forEach((a, i) => {
          placed.push({ act: a, index: log.events.length })
          if (a === 'read') log.read(flue(0.085 + i * 1e-4), 'max')
          else if (a === 'clean') say(log, 'item.exchanger', 'cleaned')
          else if (a === 'screw') log.add('adjustment.made', turn)
          else log.add('item.disturbed', { itemId: nextId(), kind: 'seal', label: 'Seal' })
        })
        const reads = placed.filter((p) => p.act === 'read')
        const touches = placed.filter((p) => p.act !== 'read')
        const f = at(log, service).state.foundAndLeft.find((x) => x.key === CO2_MAX)
        if (reads.length === 0) return f === undefined && base === log.events.length - placed.length
        const first = touches[0]?.index ?? Infinity
        const last = touches.at(-1)?.index ?? -Infinity
        const found = reads.find((r) => r.index < first)
        const left = touches.length === 0 ? found : reads.findLast((r) => r.index > last)
        const work = touches.find((t) => t.act !== 'screw')
        const screw = work && touches.find((t) => t.act === 'screw' && t.index > work.index)
        const from = screw && touches.findLast((t) => t.act !== 'screw' && t.index < screw.index)
        const between = screw && from && reads.findLast((r) => r.index > from.index && r.index < screw.index)
        return (
          f?.asFound?.index === found?.index && f?.asLeft?.index === left?.index && (f?.afterWork?.index ?? undefined) === between?.index
        )
      }),
    )
  })
})

test('events that a closed visit refuses are breaches there too', () => {
  const types: EventType[] = ['job.grown', 'complaint.noted', 'code.shown', 'start.tried']
  const log = new TestLog().start()
  log.add('visit.closed', { nextDueOn: null })
  grow(log, 'strip-clean')
  log.add('complaint.noted', { text: 'late' })
  log.add('code.shown', { code: 'L1' })
  log.add('start.tried', { lit: false })
  expect(at(log).visit.breaches.map((b) => [b.type, b.code])).toEqual(types.map((t) => [t, 'after-closing']))
})

describe('two set-ups compared', () => {
  const begin = (log: TestLog, runId: string, name: string, more: object = {}) =>
    log.add('run.started', { runId, name, alters: false, consents: [], ...more })
  const minute = (log: TestLog, runId: string, co: number) =>
    log.add('run.read', { runId, figures: [{ measurandId: 'co.flue', valueSi: co }] })

  test('stand side by side by the minute since each began; the next ends the one before', () => {
    const [on, off] = [nextId(), nextId()]
    const log = new TestLog().start()
    begin(log, on, 'Case on')
    minute(log, on, 40e-6)
    minute(log, on, 42e-6)
    begin(log, off, 'Case off')
    minute(log, off, 80e-6)
    const { runs } = at(log).visit
    expect(runs.map((r) => [r.name, r.endedAt !== null])).toEqual([
      ['Case on', true],
      ['Case off', false],
    ])
    // The test's log moves three minutes an event.
    expect(runTable(runs)).toEqual([
      { minute: 3, cells: [{ 'co.flue': 40e-6 }, { 'co.flue': 80e-6 }] },
      { minute: 6, cells: [{ 'co.flue': 42e-6 }, null] },
    ])
    log.add('run.ended', { runId: off })
    expect(at(log).visit.runs[1]?.endedAt).not.toBeNull()
  })

  test('a set-up on trial is neither as found nor as left, and far too much CO in it stops all the same', () => {
    const runId = nextId()
    const log = new TestLog().start()
    begin(log, runId, 'Insert out')
    minute(log, runId, 1500e-6)
    const { state, gates } = at(log)
    expect(state.readings).toEqual([])
    expect(gates.map((g) => g.code)).toContain('high-co')
  })

  test('an altered appliance is only run with maker, authority and customer agreed, before and not after', () => {
    const facing = {
      appliances: testContext.appliances,
      knowsStep: knowsStep(testContext),
      practice: testContext.practice,
      planned: { jobKind: 'breakdown', practice: { id: 'metric-ratio', version: 1 } },
      knowsInstrument: () => true,
    }
    const event = (consents: string[]) =>
      ({
        type: 'run.started',
        applianceId: APPLIANCE,
        data: { runId: nextId(), name: 'Insert out', alters: true, consents },
      }) as unknown as StoredEvent
    expect(refusals(event(['customer']), facing)).toMatchObject([{ code: 'consents-missing' }])
    expect(refusals(event(['maker', 'authority', 'customer']), facing)).toEqual([])
    // A profile that is content with the customer says so, with its source.
    const content = { ...facing, practice: { methods: { 'burner-inserts': { mode: 'customer' as const, source: 'test' } } } }
    expect(refusals(event(['customer']), content)).toEqual([])
    expect(refusals(event([]), content)).toMatchObject([{ code: 'consents-missing' }])
  })

  test('minutes of a run that nobody began, and the same run twice, are said', () => {
    const runId = nextId()
    const log = new TestLog().start()
    minute(log, runId, 40e-6)
    begin(log, runId, 'Case on')
    begin(log, runId, 'Case on')
    expect(at(log).visit.oddities.map((o) => o.code)).toEqual(['no-such-run', 'run-twice'])
  })
})
