import { firingState } from '../appliance'
import type { Station } from '../measure'
import { changesBurner, conditionAskedIn, DISTURBED_KINDS, LOOSE_END_KINDS, mayAdjustIn } from '../procedure'
import { type ApplianceDraft, type Drafts, groupOf, live, put, regroup, stale, touch } from './draft'
import type { StoredEvent } from './events'
import { movedBy } from './foundAndLeft'
import { powerProvedOff } from './isolation'
import { readingKey } from './keys'
import type { LooseEnd } from './state'
import { stopsFromWork } from './stops'

/** Cleaning or renewing something in the burner: everything behind the supply may have moved. */
const MOVED_BY_WORK: readonly Station[] = ['valve', 'burner', 'chamber', 'flue', 'electrics', 'water', 'air']

const AFTER_CLOSING: readonly StoredEvent['type'][] = ['note.added', 'reading.corrected', 'visit.reopened', 'work.confirmed']
/** A device's clock may be a little off; more is said. */
const BACKWARDS_MS = 60_000
/** Two devices that write the same figure down within this time have measured the same thing. */
export const AT_ONCE_MS = 120_000

/** Puts one event behind those before it; strange ones are counted and said as breaches and oddities. Never throws on stored events. */
export function applyEvent(drafts: Drafts, event: StoredEvent, index: number): void {
  const { visit } = drafts
  const stamp = { at: event.at, by: event.authorName }
  const sole = drafts.appliances.size === 1 ? [...drafts.appliances.keys()][0] : undefined
  const applianceId = event.applianceId ?? sole
  const draft = applianceId ? drafts.appliances.get(applianceId) : undefined
  const appliance = draft?.state
  if (draft) draft.shown = null
  const breach = (code: string) => void visit.breaches.push({ eventId: event.id, type: event.type, code, at: event.at })
  const odd = (code: string) => void visit.oddities.push({ eventId: event.id, type: event.type, code, at: event.at })
  const at = Date.parse(event.at)
  if (at < drafts.lastAt - BACKWARDS_MS) odd('clock-backwards')
  drafts.lastAt = Math.max(drafts.lastAt, at)
  if (visit.status === 'closed' && !AFTER_CLOSING.includes(event.type)) breach('after-closing')
  if (visit.status === 'planned' && event.type !== 'visit.started') breach('before-start')

  switch (event.type) {
    case 'visit.started': {
      if (visit.status !== 'planned') return breach('started-twice')
      Object.assign(visit, { status: 'open', jobKind: event.data.jobKind, startedAt: event.at })
      const pinned = (id: string) => event.data.cards.find((c) => c.applianceId === id)
      if (drafts.context.appliances.some((a) => pinned(a.id)?.version !== a.card.version || pinned(a.id)?.cardId !== a.card.id))
        odd('other-card-version')
      return
    }
    case 'instrument.zeroed':
      visit.zeroed.push({ ...event.data, at: event.at, index })
      return
    case 'instrument.allowed':
      visit.allowed.push({ ...event.data, ...stamp })
      return judgeAgain(drafts, event.data.instrumentId)
    case 'instrument.response-seen':
      visit.responses.push({ ...event.data, index })
      return judgeAgain(drafts, event.data.instrumentId)
    case 'observation.made':
      if (!draft || !appliance) return odd('no-appliance')
      appliance.observations = { ...appliance.observations, [event.data.observationId]: { answer: event.data.answer, ...stamp } }
      if (changesBurner(event.data.observationId, event.data.answer)) touch(draft, { index, stations: MOVED_BY_WORK })
      return
    case 'state.commanded':
      if (!draft || !appliance) return odd('no-appliance')
      if (!firingState(draft.appliance.card, event.data.firingStateId)) odd('no-such-state')
      if (burns(draft, event.data.firingStateId)) {
        if (stopped(drafts, draft)) breach('fired-against-a-stop')
        appliance.litAt ??= event.at
      }
      appliance.commanded = { firingStateId: event.data.firingStateId, at: event.at }
      return
    case 'reading.taken':
      if (!draft || !applianceId) return breach('no-appliance')
      if (measuredElsewhere(draft, event)) odd('measured-by-two')
      for (const reading of event.data.readings) {
        if (!firingState(draft.appliance.card, reading.firingStateId)) odd('no-such-state')
        put(draft, live(reading, event, applianceId, index))
      }
      return
    case 'reading.corrected':
      return correct(drafts, event, odd, breach)
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
      return judgeTimed(drafts, applianceId)
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
      if (draft && stopped(drafts, draft)) breach('fired-against-a-stop')
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
      return open(
        drafts,
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
      if (!(DISTURBED_KINDS[item.kind].checks as readonly string[]).includes(event.data.check)) return breach('refitted-without-its-check')
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
      return open(
        drafts,
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
      for (const one of drafts.appliances.values()) {
        one.state.outcome = null
        one.shown = null
      }
      return
  }
}

function open(
  drafts: Drafts,
  end: Pick<LooseEnd, 'id' | 'key' | 'kind' | 'label' | 'restore'>,
  event: StoredEvent,
  applianceId: string | undefined,
  odd: (code: string) => void,
): void {
  if (drafts.visit.looseEnds.some((l) => l.id === end.id)) return odd('opened-already')
  drafts.visit.looseEnds.push({
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
function measuredElsewhere(draft: ApplianceDraft, event: Extract<StoredEvent, { type: 'reading.taken' }>): boolean {
  const keys = new Set(event.data.readings.map(readingKey))
  return draft.live.some(
    (r) => r.deviceId !== event.deviceId && keys.has(readingKey(r)) && Math.abs(Date.parse(r.takenAt) - Date.parse(event.at)) < AT_ONCE_MS,
  )
}

function burns(draft: ApplianceDraft, stateId: string): boolean {
  const kind = firingState(draft.appliance.card, stateId)?.kind
  return kind === 'rate' || kind === 'ignition' || kind === 'pilot'
}

/** Whether something stands against firing at this point of the log, as far as answers, starts and open work say; figures are judged at the end. */
function stopped(drafts: Drafts, draft: ApplianceDraft): boolean {
  return stopsFromWork(draft.appliance, draft.state, drafts.visit).length > 0
}

function correct(
  drafts: Drafts,
  event: Extract<StoredEvent, { type: 'reading.corrected' }>,
  odd: (code: string) => void,
  breach: (code: string) => void,
): void {
  for (const draft of drafts.appliances.values()) {
    const i = draft.live.findIndex((r) => r.id === event.data.readingId)
    const old = draft.live[i]
    if (!old) continue
    if (drafts.visit.status === 'closed') odd('corrected-after-closing')
    drafts.visit.corrections.push({ readingId: old.id, reason: event.data.reason, at: event.at, by: event.authorName })
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
function judgeAgain(drafts: Drafts, instrumentId: string): void {
  for (const draft of drafts.appliances.values())
    for (const r of draft.live) if (r.source.instrumentId === instrumentId) stale(draft, groupOf(r))
}

/** Clocks prove pressures and sweeps: what they prove is judged again. */
function judgeTimed(drafts: Drafts, applianceId: string | undefined): void {
  const draft = applianceId ? drafts.appliances.get(applianceId) : undefined
  if (draft)
    for (const r of draft.live) if (r.measurandId.startsWith('pressure.') || r.measurandId === 'co.caseSweep') stale(draft, groupOf(r))
}
