import type { Adjuster } from '../appliance'
import { firingState } from '../appliance'
import { standardPressure } from '../burner'
import { presetGas } from '../gas'
import type { Reading, Station } from '../measure'
import { tightnessTest } from '../practice'
import { changesBurner, conditionAskedIn, DISTURBED_KINDS, LOOSE_END_KINDS, mayAdjustIn } from '../procedure'
import { bandFor } from './bands'
import type { VisitAppliance, VisitContext } from './context'
import { deriveDrop, type Derived, deriveFlue, deriveInput, deriveLeak, deriveRise } from './derive'
import type { StoredEvent } from './events'
import { foundAndLeft, movedBy, type Touch } from './foundAndLeft'
import { powerProvedOff } from './isolation'
import { readingKey } from './keys'
import type { ApplianceState, FoundAndLeft, JudgedReading, LiveReading, LooseEnd, StepMark, VisitState } from './state'
import { stopsFromWork } from './stops'
import { whyNoVerdict } from './validity'
import { judge } from './verdict'

type Mutable<T> = { -readonly [K in keyof T]: T[K] extends readonly (infer U)[] ? U[] : T[K] }
type VisitDraft = Mutable<Omit<VisitState, 'appliances'>>

/** One appliance while its events are put in order; what is judged is kept by group and only made anew where something changed. */
interface ApplianceDraft {
  readonly appliance: VisitAppliance
  readonly adjusters: readonly Adjuster[]
  readonly state: Omit<Mutable<ApplianceState>, 'readings' | 'foundAndLeft'> & {
    steps: Record<string, StepMark>
    observations: Record<string, { answer: string; at: string; by: string }>
    netTurns: Record<string, number>
  }
  readonly live: LiveReading[]
  readonly touched: Touch[]
  /** Groups of readings, in the order in which they came; a reading without a group is one by itself. */
  readonly groups: Map<string, LiveReading[]>
  readonly judged: Map<string, readonly JudgedReading[]>
  readonly found: Map<string, FoundAndLeft>
  /** Readings by key, in log order: what found-and-left looks at. */
  readonly byKey: Map<string, JudgedReading[]>
  stale: Set<string>
  touchedSince: boolean
  shown: ApplianceState | null
}

/** Cleaning or renewing something in the burner: everything behind the supply may have moved. */
const MOVED_BY_WORK: readonly Station[] = ['valve', 'burner', 'chamber', 'flue', 'electrics', 'water', 'air']

/** Log order: as the server accepted them; what still waits in the device's queue comes after, in the device's own order. */
const inOrder = (a: StoredEvent, b: StoredEvent): number =>
  a.seq !== b.seq ? (a.seq ?? Infinity) - (b.seq ?? Infinity) : a.deviceSeq - b.deviceSeq || (a.id < b.id ? -1 : 1)
const inLogOrder = (events: readonly StoredEvent[]): readonly StoredEvent[] =>
  events.every((e, i) => i === 0 || inOrder(events[i - 1]!, e) <= 0) ? events : [...events].sort(inOrder)

const groupOf = (r: LiveReading): string => r.groupId ?? r.id
const AFTER_CLOSING: readonly StoredEvent['type'][] = ['note.added', 'reading.corrected', 'visit.reopened', 'work.confirmed']
/** A device's clock may be a little off; more is said. */
const BACKWARDS_MS = 60_000
/** Two devices that write the same figure down within this time have measured the same thing. */
export const AT_ONCE_MS = 120_000

/**
 * The whole state of a visit from its log: nothing is stored that this cannot make again. Pure: the same log and context give the same state on
 * any machine. Total: whatever was stored is counted, and what it made of strange events is said as breaches and oddities. Events with an id seen
 * before are counted once.
 *
 * @example
 * foldVisit('0192…', events, { appliances: [larch], practice: metricRatio, instruments }).looseEnds.filter((l) => !l.closedAt)
 */
export const foldVisit = (visitId: string, events: readonly StoredEvent[], context: VisitContext): VisitState =>
  new VisitFold(visitId, context).advance(events)

/** A fold that goes on: events put behind those it has seen cost only what they change. */
export class VisitFold {
  private visit!: VisitDraft
  private appliances!: Map<string, ApplianceDraft>
  private applied: { readonly id: string; readonly provisional: boolean }[] = []
  private seen = new Set<string>()
  private lastAt = -Infinity

  constructor(
    private readonly visitId: string,
    private readonly context: VisitContext,
  ) {
    this.begin()
  }

  /**
   * The state after a log. If it begins with what was applied already, only the rest is applied; otherwise (an event came in between, a
   * provisional one was accepted as good) everything is done again.
   */
  advance(events: readonly StoredEvent[]): VisitState {
    const ordered = inLogOrder(events)
    const known = this.applied
    const goesOn =
      known.length <= ordered.length && known.every((k, i) => ordered[i]!.id === k.id && ordered[i]!.provisional === k.provisional)
    if (!goesOn) this.begin()
    for (let i = this.applied.length; i < ordered.length; i++) this.take(ordered[i]!)
    return this.state()
  }

  private begin(): void {
    this.applied = []
    this.seen = new Set()
    this.lastAt = -Infinity
    this.visit = {
      visitId: this.visitId,
      status: 'planned',
      jobKind: null,
      startedAt: null,
      closedAt: null,
      closedBy: null,
      nextDueOn: null,
      looseEnds: this.context.appliances.flatMap((a) =>
        (a.carried ?? []).map((c) => ({ ...c, applianceId: a.id, closedAt: null, closedBy: null, leakCheck: null, carried: true })),
      ),
      zeroed: [],
      allowed: [],
      responses: [],
      defects: [],
      photos: [],
      parts: [],
      notes: [],
      overrides: [],
      corrections: [],
      breaches: [],
      unconfirmed: [],
      disturbed: this.context.appliances.flatMap((a) =>
        (a.carriedApart ?? []).map((d) => ({ ...d, applianceId: a.id, photoId: null, index: -1, refitted: null, carried: true })),
      ),
      symptoms: [],
      timers: [],
      starts: [],
      signatures: [],
      oddities: [],
      eventCount: 0,
    }
    this.appliances = new Map(
      this.context.appliances.map((appliance) => [
        appliance.id,
        {
          appliance,
          adjusters: appliance.card.adjusters,
          state: {
            applianceId: appliance.id,
            steps: { ...appliance.continued?.steps },
            observations: { ...appliance.continued?.observations },
            adjustments: [],
            netTurns: {},
            commanded: null,
            litAt: null,
            outcome: null,
          },
          live: [],
          touched: [],
          groups: new Map(),
          judged: new Map(),
          found: new Map(),
          byKey: new Map(),
          stale: new Set(),
          touchedSince: false,
          shown: null,
        },
      ]),
    )
  }

  private take(event: StoredEvent): void {
    this.applied.push({ id: event.id, provisional: event.provisional })
    if (this.seen.has(event.id)) return
    this.seen.add(event.id)
    if (event.provisional) this.visit.unconfirmed.push(event.id)
    this.apply(event, this.visit.eventCount++)
  }

  private apply(event: StoredEvent, index: number): void {
    const { visit } = this
    const stamp = { at: event.at, by: event.authorName }
    const sole = this.appliances.size === 1 ? [...this.appliances.keys()][0] : undefined
    const applianceId = event.applianceId ?? sole
    const draft = applianceId ? this.appliances.get(applianceId) : undefined
    const appliance = draft?.state
    if (draft) draft.shown = null
    const breach = (code: string) => void visit.breaches.push({ eventId: event.id, type: event.type, code, at: event.at })
    const odd = (code: string) => void visit.oddities.push({ eventId: event.id, type: event.type, code, at: event.at })
    const at = Date.parse(event.at)
    if (at < this.lastAt - BACKWARDS_MS) odd('clock-backwards')
    this.lastAt = Math.max(this.lastAt, at)
    if (visit.status === 'closed' && !AFTER_CLOSING.includes(event.type)) breach('after-closing')
    if (visit.status === 'planned' && event.type !== 'visit.started') breach('before-start')

    switch (event.type) {
      case 'visit.started': {
        if (visit.status !== 'planned') return breach('started-twice')
        Object.assign(visit, { status: 'open', jobKind: event.data.jobKind, startedAt: event.at })
        const pinned = (id: string) => event.data.cards.find((c) => c.applianceId === id)
        if (this.context.appliances.some((a) => pinned(a.id)?.version !== a.card.version || pinned(a.id)?.cardId !== a.card.id))
          odd('other-card-version')
        return
      }
      case 'instrument.zeroed':
        visit.zeroed.push({ ...event.data, at: event.at, index })
        return
      case 'instrument.allowed':
        visit.allowed.push({ ...event.data, ...stamp })
        return this.judgeAgain(event.data.instrumentId)
      case 'instrument.response-seen':
        visit.responses.push({ ...event.data, index })
        return this.judgeAgain(event.data.instrumentId)
      case 'observation.made':
        if (!draft || !appliance) return odd('no-appliance')
        appliance.observations = { ...appliance.observations, [event.data.observationId]: { answer: event.data.answer, ...stamp } }
        if (changesBurner(event.data.observationId, event.data.answer)) touch(draft, { index, stations: MOVED_BY_WORK })
        return
      case 'state.commanded':
        if (!draft || !appliance) return odd('no-appliance')
        if (!firingState(draft.appliance.card, event.data.firingStateId)) odd('no-such-state')
        if (this.burns(draft, event.data.firingStateId)) {
          if (this.stopped(draft)) breach('fired-against-a-stop')
          appliance.litAt ??= event.at
        }
        appliance.commanded = { firingStateId: event.data.firingStateId, at: event.at }
        return
      case 'reading.taken':
        if (!draft || !applianceId) return breach('no-appliance')
        if (this.measuredElsewhere(draft, event)) odd('measured-by-two')
        for (const reading of event.data.readings) {
          if (!firingState(draft.appliance.card, reading.firingStateId)) odd('no-such-state')
          put(draft, live(reading, event, applianceId, index))
        }
        return
      case 'reading.corrected':
        return this.correct(event, odd, breach)
      case 'step.done':
      case 'step.skipped':
      case 'step.not-applicable':
        if (!appliance || !event.stepId) return breach('no-step')
        appliance.steps = {
          ...appliance.steps,
          [event.stepId]: {
            status: event.type === 'step.done' ? 'done' : event.type === 'step.skipped' ? 'skipped' : 'not-applicable',
            reason: event.type === 'step.done' ? null : event.data.reason,
            ...stamp,
          },
        }
        return
      case 'gate.overridden':
        visit.overrides.push({ gate: event.data.gate, applianceId: applianceId ?? null, reason: event.data.reason, ...stamp })
        return
      case 'adjustment.made': {
        if (!draft || !appliance) return breach('no-appliance')
        if (!mayAdjustIn(visit.jobKind)) breach('adjusted-without-the-job')
        else if (conditionAskedIn(visit.jobKind) && !appliance.observations.condition) breach('adjusted-before-judged')
        if (!draft.adjusters.some((a) => a.id === event.data.adjusterId)) odd('no-such-adjuster')
        appliance.adjustments.push({ ...event.data, ...stamp, eventId: event.id })
        touch(draft, { index, stations: movedBy(draft.adjusters.find((a) => a.id === event.data.adjusterId)), burningOnly: true })
        const signed = (event.data.direction === 'clockwise' ? 1 : -1) * event.data.amount
        appliance.netTurns = {
          ...appliance.netTurns,
          [event.data.adjusterId]: (appliance.netTurns[event.data.adjusterId] ?? 0) + signed,
        }
        return
      }
      case 'timer.started':
        visit.timers.push({
          timer: event.data.timer,
          seconds: event.data.seconds,
          stepId: event.stepId ?? null,
          applianceId: applianceId ?? null,
          startedAt: event.at,
          endedAt: null,
        })
        return this.judgeTimed(applianceId)
      case 'timer.ended': {
        const i = visit.timers.findLastIndex((t) => t.timer === event.data.timer && t.applianceId === (applianceId ?? null))
        const clock = visit.timers[i]
        if (!clock) return odd('no-such-timer')
        if (clock.endedAt) return odd('timer-ended-twice')
        // A clock stopped before its time has not run out.
        if (at < Date.parse(clock.startedAt) + clock.seconds * 1000) return odd('timer-ended-early')
        visit.timers[i] = { ...clock, endedAt: event.at }
        return
      }
      case 'start.tried':
        if (draft && this.stopped(draft)) breach('fired-against-a-stop')
        visit.starts.push({
          applianceId: applianceId ?? null,
          lit: event.data.lit,
          ignition: event.data.ignition ?? null,
          configuration: event.data.configuration ?? null,
          index,
          ...stamp,
        })
        return
      case 'live-test.allowed':
        if (draft && draft.appliance.card.traits?.power === 'millivolt') odd('live-test-on-millivolts')
        return this.open(
          {
            id: event.data.looseEndId,
            key: `live-test.${event.data.looseEndId}`,
            kind: 'live-test',
            label: event.data.test,
            restore: null,
          },
          event,
          applianceId,
          odd,
        )
      case 'item.disturbed':
        if (visit.disturbed.some((d) => d.id === event.data.itemId)) return odd('disturbed-twice')
        if (draft && (event.data.kind === 'lead' || event.data.kind === 'earth') && !powerProvedOff(draft.appliance.card, draft.state))
          breach('dismantled-before-proved-dead')
        visit.disturbed.push({
          id: event.data.itemId,
          applianceId: applianceId ?? null,
          kind: event.data.kind,
          label: event.data.label,
          photoId: event.data.photoId ?? null,
          index,
          refitted: null,
          carried: false,
          ...stamp,
        })
        return
      case 'item.refitted': {
        const i = visit.disturbed.findIndex((d) => d.id === event.data.itemId)
        const item = visit.disturbed[i]
        if (!item) return odd('no-such-item')
        if (item.refitted) return odd('refitted-already')
        if (!(DISTURBED_KINDS[item.kind].checks as readonly string[]).includes(event.data.check))
          return breach('refitted-without-its-check')
        visit.disturbed[i] = { ...item, refitted: { check: event.data.check, ...stamp } }
        return
      }
      case 'symptom.noted':
        if (visit.symptoms.some((s) => s.id === event.data.symptomId)) return odd('noted-twice')
        visit.symptoms.push({
          id: event.data.symptomId,
          kind: event.data.kind,
          text: event.data.text,
          applianceId: applianceId ?? null,
          index,
          ...stamp,
        })
        return
      case 'signature.given':
        visit.signatures.push({
          by: event.data.by,
          outcome: event.data.outcome,
          drawingId: event.data.drawingId ?? null,
          at: event.at,
          who: event.authorName,
        })
        return
      case 'photo.taken':
        if (visit.photos.some((p) => p.id === event.data.photoId)) return odd('photo-twice')
        visit.photos.push({
          id: event.data.photoId,
          caption: event.data.caption || null,
          stepId: event.stepId ?? null,
          applianceId: applianceId ?? null,
          ...stamp,
        })
        return
      case 'loose-end.opened':
        return this.open(
          {
            id: event.data.looseEndId,
            key: event.data.key,
            kind: event.data.kind,
            label: event.data.label,
            restore: event.data.restore ?? null,
          },
          event,
          applianceId,
          odd,
        )
      case 'loose-end.closed': {
        const i = visit.looseEnds.findIndex((l) => l.id === event.data.looseEndId)
        const end = visit.looseEnds[i]
        if (!end) return odd('no-such-loose-end')
        if (end.closedAt) return odd('closed-already')
        const { leakCheck } = event.data
        if (LOOSE_END_KINDS[end.kind].gasJoint && !leakCheck?.tight) return breach('gas-joint-without-leak-check')
        visit.looseEnds[i] = { ...end, closedAt: event.at, closedBy: event.authorName, leakCheck: leakCheck?.method ?? null }
        return
      }
      case 'defect.found':
        visit.defects.push({
          id: event.data.defectId,
          applianceId: applianceId ?? null,
          class: event.data.class,
          text: event.data.text,
          action: event.data.action,
          mended: null,
          ...stamp,
        })
        return
      case 'defect.mended': {
        const i = visit.defects.findIndex((d) => d.id === event.data.defectId)
        const defect = visit.defects[i]
        if (!defect) return odd('no-such-defect')
        if (defect.mended) return odd('mended-already')
        visit.defects[i] = { ...defect, mended: { how: event.data.how, ...stamp } }
        return
      }
      case 'part.fitted':
        visit.parts.push({
          part: event.data.part,
          number: event.data.number ?? null,
          why: event.data.why ?? null,
          applianceId: applianceId ?? null,
          ...stamp,
        })
        if (draft) touch(draft, { index, stations: MOVED_BY_WORK })
        return
      case 'note.added':
        visit.notes.push({ text: event.data.text, stepId: event.stepId ?? null, ...stamp })
        return
      case 'work.confirmed':
        visit.unconfirmed = visit.unconfirmed.filter((id) => !event.data.eventIds.includes(id))
        return
      case 'appliance.outcome-set':
        if (!appliance) return odd('no-appliance')
        appliance.outcome = { outcome: event.data.outcome, reason: event.data.reason ?? null, ...stamp }
        return
      case 'visit.closed':
        Object.assign(visit, { status: 'closed', closedAt: event.at, closedBy: event.authorName, nextDueOn: event.data.nextDueOn })
        return
      case 'visit.reopened':
        Object.assign(visit, { status: 'open', closedAt: null, closedBy: null })
        for (const one of this.appliances.values()) {
          one.state.outcome = null
          one.shown = null
        }
        return
    }
  }

  private open(
    end: Pick<LooseEnd, 'id' | 'key' | 'kind' | 'label' | 'restore'>,
    event: StoredEvent,
    applianceId: string | undefined,
    odd: (code: string) => void,
  ): void {
    if (this.visit.looseEnds.some((l) => l.id === end.id)) return odd('opened-already')
    this.visit.looseEnds.push({
      ...end,
      applianceId: applianceId ?? null,
      openedAt: event.at,
      openedBy: event.authorName,
      closedAt: null,
      closedBy: null,
      leakCheck: null,
      carried: false,
    })
  }

  /** Whether another device wrote the same figure down a moment ago: both count, and it is said. */
  private measuredElsewhere(draft: ApplianceDraft, event: Extract<StoredEvent, { type: 'reading.taken' }>): boolean {
    const keys = new Set(event.data.readings.map(readingKey))
    return draft.live.some(
      (r) =>
        r.deviceId !== event.deviceId && keys.has(readingKey(r)) && Math.abs(Date.parse(r.takenAt) - Date.parse(event.at)) < AT_ONCE_MS,
    )
  }

  private burns(draft: ApplianceDraft, stateId: string): boolean {
    const kind = firingState(draft.appliance.card, stateId)?.kind
    return kind === 'rate' || kind === 'ignition' || kind === 'pilot'
  }

  /** Whether something stands against firing at this point of the log, as far as answers, starts and open work say; figures are judged at the end. */
  private stopped(draft: ApplianceDraft): boolean {
    return stopsFromWork(draft.appliance, draft.state, this.visit).length > 0
  }

  private correct(
    event: Extract<StoredEvent, { type: 'reading.corrected' }>,
    odd: (code: string) => void,
    breach: (code: string) => void,
  ): void {
    for (const draft of this.appliances.values()) {
      const i = draft.live.findIndex((r) => r.id === event.data.readingId)
      const old = draft.live[i]
      if (!old) continue
      if (this.visit.status === 'closed') odd('corrected-after-closing')
      this.visit.corrections.push({ readingId: old.id, reason: event.data.reason, at: event.at, by: event.authorName })
      const { replacement } = event.data
      // A replacement stands where the old one stood: a slip of the pen does not move a reading behind an adjustment.
      const fresh = replacement ? [{ ...live(replacement, event, old.applianceId, old.index), takenAt: old.takenAt }] : []
      draft.live.splice(i, 1, ...fresh)
      regroup(draft)
      return
    }
    breach('no-such-reading')
  }

  /** What is judged by an instrument's proofs is judged again. */
  private judgeAgain(instrumentId: string): void {
    for (const draft of this.appliances.values())
      for (const r of draft.live) if (r.source.instrumentId === instrumentId) stale(draft, groupOf(r))
  }
  private judgeTimed(applianceId: string | undefined): void {
    const draft = applianceId ? this.appliances.get(applianceId) : undefined
    if (draft)
      for (const r of draft.live) if (r.measurandId.startsWith('pressure.') || r.measurandId === 'co.caseSweep') stale(draft, groupOf(r))
  }

  private state(): VisitState {
    const appliances = this.context.appliances.map((a) => {
      const draft = this.appliances.get(a.id)!
      draft.shown ??= this.show(draft)
      return draft.shown
    })
    const { looseEnds, zeroed, allowed, responses, defects, parts, notes, overrides, corrections, breaches, unconfirmed } = this.visit
    const { disturbed, symptoms, timers, starts, signatures, photos, oddities } = this.visit
    // The draft goes on growing: what is handed out stands still.
    return {
      ...this.visit,
      looseEnds: [...looseEnds],
      zeroed: [...zeroed],
      allowed: [...allowed],
      responses: [...responses],
      defects: [...defects],
      parts: [...parts],
      notes: [...notes],
      overrides: [...overrides],
      corrections: [...corrections],
      breaches: [...breaches],
      unconfirmed: [...unconfirmed],
      disturbed: [...disturbed],
      symptoms: [...symptoms],
      timers: [...timers],
      starts: [...starts],
      signatures: [...signatures],
      photos: [...photos],
      oddities: [...oddities],
      appliances,
    }
  }

  private show(draft: ApplianceDraft): ApplianceState {
    const changed = new Set<string>()
    for (const group of draft.stale) {
      for (const r of draft.judged.get(group) ?? []) {
        changed.add(r.key)
        const list = draft.byKey.get(r.key)
        if (list)
          draft.byKey.set(
            r.key,
            list.filter((x) => x.readingId !== r.readingId),
          )
      }
      const readings = draft.groups.get(group)
      const judged = readings ? this.judgeGroup(draft, readings) : []
      if (readings) draft.judged.set(group, judged)
      else draft.judged.delete(group)
      for (const r of judged) {
        changed.add(r.key)
        const list = draft.byKey.get(r.key) ?? []
        const at = list.findLastIndex((x) => x.index <= r.index) + 1
        draft.byKey.set(r.key, [...list.slice(0, at), r, ...list.slice(at)])
      }
    }
    draft.stale = new Set()
    const keys = draft.touchedSince ? draft.byKey.keys() : changed
    for (const key of keys) {
      const list = draft.byKey.get(key) ?? []
      if (list.length === 0) {
        draft.byKey.delete(key)
        draft.found.delete(key)
      } else draft.found.set(key, foundAndLeft(key, list, draft.touched))
    }
    draft.touchedSince = false
    const readings: JudgedReading[] = []
    for (const group of draft.judged.values()) for (const r of group) readings.push(r)
    return {
      ...draft.state,
      adjustments: [...draft.state.adjustments],
      readings,
      foundAndLeft: [...draft.found.values()].sort(
        (a, b) => firstIndex(draft, a.key) - firstIndex(draft, b.key) || (a.key < b.key ? -1 : 1),
      ),
    }
  }

  private judgeGroup(draft: ApplianceDraft, group: readonly LiveReading[]): JudgedReading[] {
    const { appliance } = draft
    const { practice, instruments } = this.context
    const measured = group.map((reading): JudgedReading => {
      const invalid = whyNoVerdict(reading, instruments, this.visit)
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
    const computed = (
      base: LiveReading,
      parts: readonly LiveReading[],
      stationId: Station,
      derived: readonly Derived[],
    ): JudgedReading[] => {
      // What is computed is as good as its worst part.
      const invalid = parts.map((p) => whyNoVerdict(p, instruments, this.visit)).find((why) => why !== undefined)
      return derived.map((d) => {
        const place = { measurandId: d.measurandId, stationId, firingStateId: base.firingStateId, sectionId: base.sectionId }
        return {
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
        }
      })
    }
    const pick = (id: LiveReading['measurandId'], station?: Station) =>
      group.find((r) => r.measurandId === id && (station === undefined || r.stationId === station))
    const gas = presetGas(appliance.facts.gas)
    const made: JudgedReading[] = []
    const oxygen = pick('o2.flue') ?? pick('co2.flue')
    if (oxygen?.groupId) made.push(...computed(oxygen, group, 'flue', deriveFlue(gas, group)))
    const inlet = pick('pressure.working', 'inlet')
    const meter = inlet && this.meterBeside(draft, inlet)
    if (inlet && meter) made.push(...computed(inlet, [meter, inlet], 'pipe', [deriveDrop(meter, inlet)]))
    const fall = pick('pressure.tightnessFall')
    const volumeM3 = appliance.facts.installationVolumeM3
    const test = tightnessTest(practice, appliance.facts)
    if (fall && volumeM3 && test) {
      const barometerPa = standardPressure(appliance.facts.altitudeM)
      made.push(...computed(fall, [fall], 'pipe', deriveLeak(fall, { volumeM3, seconds: test.testS, startPa: test.testPa, barometerPa })))
    }
    const supply = pick('temperature.supplyAir')
    const back = pick('temperature.returnAir')
    if (supply && back) made.push(...computed(supply, [supply, back], 'air', [deriveRise(supply, back)]))
    const volume = pick('volume.metered')
    if (volume) {
      const at = {
        meterGaugePa: this.meterBeside(draft, volume)?.valueSi,
        barometerPa: standardPressure(appliance.facts.altitudeM),
        compensated: appliance.facts.meterCompensated ?? false,
      }
      const time = pick('time.metered')
      made.push(...computed(volume, time ? [time] : [volume], 'burner', deriveInput(gas, group, at)))
    }
    return [...measured, ...made]
  }

  /** The working pressure read at the meter at the same load, the newest until then. */
  private meterBeside(draft: ApplianceDraft, r: LiveReading): LiveReading | undefined {
    return draft.live.findLast(
      (m) => m.measurandId === 'pressure.working' && m.stationId === 'meter' && m.firingStateId === r.firingStateId && m.index <= r.index,
    )
  }
}

const firstIndex = (draft: ApplianceDraft, key: string): number => draft.byKey.get(key)?.[0]?.index ?? 0

function touch(draft: ApplianceDraft, what: Touch): void {
  draft.touched.push(what)
  draft.touchedSince = true
}

function put(draft: ApplianceDraft, reading: LiveReading): void {
  draft.live.push(reading)
  const key = groupOf(reading)
  const list = draft.groups.get(key)
  if (list) list.push(reading)
  else draft.groups.set(key, [reading])
  stale(draft, key)
}

const stale = (draft: ApplianceDraft, group: string): void => {
  draft.stale.add(group)
  draft.shown = null
}

/** After a correction: the groups are made anew, in order, and all of them judged again. Rare. */
function regroup(draft: ApplianceDraft): void {
  for (const key of draft.groups.keys()) stale(draft, key)
  draft.groups.clear()
  for (const r of draft.live) {
    const key = groupOf(r)
    const list = draft.groups.get(key)
    if (list) list.push(r)
    else draft.groups.set(key, [r])
    stale(draft, key)
  }
}

const live = (reading: Reading, event: StoredEvent, applianceId: string, index: number): LiveReading => ({
  ...reading,
  applianceId,
  eventId: event.id,
  authorName: event.authorName,
  deviceId: event.deviceId,
  index,
})

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
