import type { Adjuster } from '../appliance'
import { presetGas } from '../gas'
import type { Reading, Station } from '../measure'
import { LOOSE_END_KINDS } from '../procedure'
import { bandFor } from './bands'
import type { VisitAppliance, VisitContext } from './context'
import { deriveDrop, type Derived, deriveFlue } from './derive'
import { foundAndLeft, movedBy, type Touch } from './foundAndLeft'
import { groupBy } from './groupBy'
import { readingKey } from './keys'
import type { StoredEvent } from './events'
import type { ApplianceState, JudgedReading, LiveReading, LooseEnd, StepMark, VisitState } from './state'
import { whyNoVerdict } from './validity'
import { judge } from './verdict'

type Mutable<T> = { -readonly [K in keyof T]: T[K] extends readonly (infer U)[] ? U[] : T[K] }
interface Draft {
  visit: Mutable<Omit<VisitState, 'appliances'>>
  readings: LiveReading[]
  appliances: Map<string, Mutable<ApplianceState> & { steps: Record<string, StepMark>; touched: Touch[]; adjusters: readonly Adjuster[] }>
}

/** Log order: as the server accepted them; what still waits in the device's queue comes after, in the device's own order. */
const inLogOrder = (events: readonly StoredEvent[]): StoredEvent[] =>
  [...events].sort((a, b) => (a.seq ?? Infinity) - (b.seq ?? Infinity) || a.deviceSeq - b.deviceSeq || (a.id < b.id ? -1 : 1))

/**
 * The whole state of a visit from its log: nothing is stored that this cannot make again. Pure: the same log and context give the same state on
 * any machine. Events with an id seen before are counted once.
 *
 * @example
 * foldVisit('0192…', events, { appliances: [larch], practice: metricRatio, instruments }).looseEnds.filter((l) => !l.closedAt)
 */
export function foldVisit(visitId: string, events: readonly StoredEvent[], context: VisitContext): VisitState {
  const draft: Draft = {
    visit: {
      visitId,
      status: 'planned',
      jobKind: null,
      startedAt: null,
      closedAt: null,
      closedBy: null,
      nextDueOn: null,
      looseEnds: [],
      zeroed: [],
      allowed: [],
      responses: [],
      defects: [],
      parts: [],
      notes: [],
      overrides: [],
      corrections: [],
      breaches: [],
      unconfirmed: [],
      eventCount: 0,
    },
    readings: [],
    appliances: new Map(
      context.appliances.map(({ id, card }) => [
        id,
        {
          adjusters: card.adjusters,
          applianceId: id,
          steps: {},
          observations: {},
          readings: [],
          foundAndLeft: [],
          adjustments: [],
          netTurns: {},
          commanded: null,
          outcome: null,
          touched: [],
        },
      ]),
    ),
  }
  const seen = new Set<string>()
  for (const event of inLogOrder(events)) {
    if (seen.has(event.id)) continue
    seen.add(event.id)
    if (event.provisional) draft.visit.unconfirmed.push(event.id)
    apply(draft, event, draft.visit.eventCount++)
  }

  const appliances = context.appliances.map((appliance): ApplianceState => {
    const { touched, adjusters: _adjusters, ...state } = draft.appliances.get(appliance.id)!
    const live = draft.readings.filter((r) => r.applianceId === appliance.id)
    const readings = judgeAll(appliance, live, context, draft.visit)
    return { ...state, readings, foundAndLeft: foundAndLeft(readings, touched) }
  })
  return { ...draft.visit, appliances }
}

function apply(draft: Draft, event: StoredEvent, index: number): void {
  const { visit } = draft
  const stamp = { at: event.at, by: event.authorName }
  const soleAppliance = draft.appliances.size === 1 ? [...draft.appliances.keys()][0] : undefined
  const applianceId = event.applianceId ?? soleAppliance
  const appliance = applianceId ? draft.appliances.get(applianceId) : undefined
  const breach = (code: string) => visit.breaches.push({ eventId: event.id, type: event.type, code, at: event.at })
  if (visit.status === 'closed' && !['note.added', 'reading.corrected', 'visit.reopened', 'work.confirmed'].includes(event.type))
    breach('after-closing')
  if (visit.status === 'planned' && event.type !== 'visit.started') breach('before-start')

  switch (event.type) {
    case 'visit.started':
      if (visit.status !== 'planned') return void breach('started-twice')
      Object.assign(visit, { status: 'open', jobKind: event.data.jobKind, startedAt: event.at })
      return
    case 'instrument.zeroed':
      visit.zeroed.push({ ...event.data, at: event.at, index })
      return
    case 'instrument.allowed':
      visit.allowed.push({ ...event.data, ...stamp })
      return
    case 'instrument.response-seen':
      visit.responses.push({ ...event.data, index })
      return
    case 'observation.made':
      if (appliance)
        appliance.observations = { ...appliance.observations, [event.data.observationId]: { answer: event.data.answer, ...stamp } }
      return
    case 'state.commanded':
      if (appliance) appliance.commanded = { firingStateId: event.data.firingStateId, at: event.at }
      return
    case 'reading.taken':
      if (!applianceId) return void breach('no-appliance')
      for (const reading of event.data.readings) draft.readings.push(live(reading, event, applianceId, index))
      return
    case 'reading.corrected':
      return correct(draft, event, breach)
    case 'step.done':
    case 'step.skipped':
    case 'step.not-applicable':
      if (!appliance || !event.stepId) return void breach('no-step')
      appliance.steps[event.stepId] = {
        status: event.type === 'step.done' ? 'done' : event.type === 'step.skipped' ? 'skipped' : 'not-applicable',
        reason: event.type === 'step.done' ? null : event.data.reason,
        ...stamp,
      }
      return
    case 'gate.overridden':
      visit.overrides.push({ gate: event.data.gate, applianceId: applianceId ?? null, reason: event.data.reason, ...stamp })
      return
    case 'adjustment.made':
      if (!appliance) return void breach('no-appliance')
      appliance.adjustments.push({ ...event.data, ...stamp, eventId: event.id })
      appliance.touched.push({ index, stations: movedBy(appliance.adjusters.find((a) => a.id === event.data.adjusterId)) })
      appliance.netTurns = {
        ...appliance.netTurns,
        [event.data.adjusterId]:
          (appliance.netTurns[event.data.adjusterId] ?? 0) + (event.data.direction === 'clockwise' ? 1 : -1) * event.data.amount,
      }
      return
    case 'loose-end.opened':
      if (visit.looseEnds.some((l) => l.id === event.data.looseEndId)) return
      visit.looseEnds.push({
        id: event.data.looseEndId,
        key: event.data.key,
        kind: event.data.kind,
        label: event.data.label,
        restore: event.data.restore ?? null,
        applianceId: applianceId ?? null,
        openedAt: event.at,
        openedBy: event.authorName,
        closedAt: null,
        closedBy: null,
        leakCheck: null,
      })
      return
    case 'loose-end.closed':
      return closeLooseEnd(draft, event, breach)
    case 'defect.found':
      visit.defects.push({
        id: event.data.defectId,
        applianceId: applianceId ?? null,
        class: event.data.class,
        text: event.data.text,
        action: event.data.action,
        ...stamp,
      })
      return
    case 'part.fitted':
      visit.parts.push({
        part: event.data.part,
        number: event.data.number ?? null,
        why: event.data.why ?? null,
        applianceId: applianceId ?? null,
        ...stamp,
      })
      return
    case 'note.added':
      visit.notes.push({ text: event.data.text, stepId: event.stepId ?? null, ...stamp })
      return
    case 'work.confirmed':
      visit.unconfirmed = visit.unconfirmed.filter((id) => !event.data.eventIds.includes(id))
      return
    case 'appliance.outcome-set':
      if (appliance) appliance.outcome = { outcome: event.data.outcome, reason: event.data.reason ?? null, ...stamp }
      return
    case 'visit.closed':
      Object.assign(visit, { status: 'closed', closedAt: event.at, closedBy: event.authorName, nextDueOn: event.data.nextDueOn })
      return
    case 'visit.reopened':
      Object.assign(visit, { status: 'open', closedAt: null, closedBy: null })
      for (const one of draft.appliances.values()) one.outcome = null
      return
  }
}

const live = (reading: Reading, event: StoredEvent, applianceId: string, index: number): LiveReading => ({
  ...reading,
  applianceId,
  eventId: event.id,
  authorName: event.authorName,
  index,
})

function correct(draft: Draft, event: Extract<StoredEvent, { type: 'reading.corrected' }>, breach: (code: string) => void): void {
  const at = draft.readings.findIndex((r) => r.id === event.data.readingId)
  const old = draft.readings[at]
  if (!old) return void breach('no-such-reading')
  draft.visit.corrections.push({ readingId: old.id, reason: event.data.reason, at: event.at, by: event.authorName })
  const { replacement } = event.data
  // A replacement stands where the old one stood: a slip of the pen does not move a reading behind an adjustment.
  draft.readings.splice(at, 1, ...(replacement ? [{ ...live(replacement, event, old.applianceId, old.index), takenAt: old.takenAt }] : []))
}

function closeLooseEnd(draft: Draft, event: Extract<StoredEvent, { type: 'loose-end.closed' }>, breach: (code: string) => void): void {
  const { looseEnds } = draft.visit
  const at = looseEnds.findIndex((l) => l.id === event.data.looseEndId)
  const end = looseEnds[at]
  if (!end || end.closedAt) return
  const { leakCheck } = event.data
  if (LOOSE_END_KINDS[end.kind].gasJoint && !leakCheck?.tight) return void breach('gas-joint-without-leak-check')
  const closed: LooseEnd = { ...end, closedAt: event.at, closedBy: event.authorName, leakCheck: leakCheck?.method ?? null }
  looseEnds.splice(at, 1, closed)
}

function judgeAll(
  appliance: VisitAppliance,
  readings: readonly LiveReading[],
  context: VisitContext,
  proofs: Pick<VisitState, 'zeroed' | 'responses' | 'allowed'>,
): JudgedReading[] {
  const { practice, instruments } = context
  const measured = readings.map((reading): JudgedReading => {
    const invalid = whyNoVerdict(reading, instruments, proofs)
    return {
      ...common(reading),
      readingId: reading.id,
      valueSi: reading.valueSi,
      standardUncertainty: reading.standardUncertainty,
      measurandId: reading.measurandId,
      stationId: reading.stationId,
      sectionId: reading.sectionId ?? null,
      key: readingKey(reading),
      origin: reading.origin,
      entered: reading.entered ?? null,
      working: null,
      verdict: judge(reading.valueSi, reading.standardUncertainty, bandFor(appliance, practice, reading), invalid),
    }
  })
  const gas = presetGas(appliance.facts.gas)
  const computed: JudgedReading[] = []
  const derive = (base: LiveReading, parts: readonly LiveReading[], stationId: Station, derived: readonly Derived[]) => {
    // What is computed is as good as its worst part.
    const invalid = parts.map((p) => whyNoVerdict(p, instruments, proofs)).find((why) => why !== undefined)
    for (const d of derived) {
      const place = { measurandId: d.measurandId, stationId, firingStateId: base.firingStateId, sectionId: base.sectionId }
      computed.push({
        ...common(base),
        ...place,
        sectionId: base.sectionId ?? null,
        key: readingKey(place),
        readingId: `${base.id}:${d.measurandId}`,
        valueSi: d.valueSi,
        standardUncertainty: d.standardUncertainty,
        origin: 'computed',
        entered: null,
        working: d.working,
        verdict: judge(d.valueSi, d.standardUncertainty, bandFor(appliance, practice, place), invalid),
      })
    }
  }
  const groups = groupBy(
    readings.filter((r) => r.groupId),
    (r) => r.groupId ?? '',
  )
  for (const group of groups.values()) {
    const base = group.find((r) => r.measurandId === 'o2.flue' || r.measurandId === 'co2.flue')
    if (base) derive(base, group, 'flue', deriveFlue(gas, group))
  }
  for (const inlet of readings.filter((r) => r.measurandId === 'pressure.working' && r.stationId === 'inlet')) {
    const meter = readings.findLast(
      (r) =>
        r.measurandId === 'pressure.working' &&
        r.stationId === 'meter' &&
        r.firingStateId === inlet.firingStateId &&
        r.index <= inlet.index,
    )
    if (meter) derive(inlet, [meter, inlet], 'pipe', [deriveDrop(meter, inlet)])
  }
  return [...measured, ...computed]
}

const common = (r: LiveReading) => ({
  groupId: r.groupId ?? null,
  applianceId: r.applianceId,
  firingStateId: r.firingStateId,
  settled: r.settled,
  takenAt: r.takenAt,
  instrumentId: r.source.instrumentId ?? null,
  authorName: r.authorName,
  index: r.index,
})
