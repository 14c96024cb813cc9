import type { DataOf, EventType } from './eventData'
import { adjustmentCorrected } from './events/adjustment.corrected'
import { adjustmentMade } from './events/adjustment.made'
import { applianceOutcomeSet } from './events/appliance.outcome-set'
import { channelConnected } from './events/channel.connected'
import { checkLeftOut } from './events/check.left-out'
import { checkMade } from './events/check.made'
import { checkWithdrawn } from './events/check.withdrawn'
import { codeShown } from './events/code.shown'
import { complaintNoted } from './events/complaint.noted'
import { defectFound } from './events/defect.found'
import { defectMended } from './events/defect.mended'
import { faultDescribed } from './events/fault.described'
import { faultSettled } from './events/fault.settled'
import { gateOverridden } from './events/gate.overridden'
import { instrumentAllowed } from './events/instrument.allowed'
import { instrumentResponseSeen } from './events/instrument.response-seen'
import { instrumentZeroed } from './events/instrument.zeroed'
import { instrumentsChosen } from './events/instruments.chosen'
import { itemDisturbed } from './events/item.disturbed'
import { itemRefitted } from './events/item.refitted'
import { jobGrown } from './events/job.grown'
import { liveTestAllowed } from './events/live-test.allowed'
import { looseEndClosed } from './events/loose-end.closed'
import { looseEndOpened } from './events/loose-end.opened'
import { noteAdded } from './events/note.added'
import { observationMade } from './events/observation.made'
import { occurrenceNoted } from './events/occurrence.noted'
import { partFitted } from './events/part.fitted'
import { partNeeded } from './events/part.needed'
import { photoTaken } from './events/photo.taken'
import { readingCorrected } from './events/reading.corrected'
import { readingTaken } from './events/reading.taken'
import { runEnded } from './events/run.ended'
import { runRead } from './events/run.read'
import { runStarted } from './events/run.started'
import { noticeGiven } from './events/notice.given'
import { signatureGiven } from './events/signature.given'
import { specialRead } from './events/special.read'
import { startRecorded } from './events/start.recorded'
import { startTried } from './events/start.tried'
import { stateCommanded } from './events/state.commanded'
import { stepDone } from './events/step.done'
import { stepNotApplicable } from './events/step.not-applicable'
import { stepSkipped } from './events/step.skipped'
import { symptomNoted } from './events/symptom.noted'
import { timerEnded } from './events/timer.ended'
import { timerStarted } from './events/timer.started'
import { traceKept } from './events/trace.kept'
import { visitClosed } from './events/visit.closed'
import { visitReopened } from './events/visit.reopened'
import { visitStarted } from './events/visit.started'
import { workConfirmed } from './events/work.confirmed'
import type { Acceptance, Checking, EventOf, EventSpec, Refusal, VisitFacts } from './kit'

/** What every type of event does, one file each. The role table, the checks of device and server, and the words that must exist derive from it. */
const SPECS: { readonly [T in EventType]: EventSpec<T, DataOf<T>> } = {
  'visit.started': visitStarted,
  'job.grown': jobGrown,
  'complaint.noted': complaintNoted,
  'code.shown': codeShown,
  'instruments.chosen': instrumentsChosen,
  'instrument.zeroed': instrumentZeroed,
  'channel.connected': channelConnected,
  'instrument.allowed': instrumentAllowed,
  'instrument.response-seen': instrumentResponseSeen,
  'observation.made': observationMade,
  'state.commanded': stateCommanded,
  'reading.taken': readingTaken,
  'reading.corrected': readingCorrected,
  'special.read': specialRead,
  'step.done': stepDone,
  'step.skipped': stepSkipped,
  'step.not-applicable': stepNotApplicable,
  'gate.overridden': gateOverridden,
  'adjustment.made': adjustmentMade,
  'adjustment.corrected': adjustmentCorrected,
  'timer.started': timerStarted,
  'timer.ended': timerEnded,
  'start.tried': startTried,
  'start.recorded': startRecorded,
  'trace.kept': traceKept,
  'run.started': runStarted,
  'run.read': runRead,
  'run.ended': runEnded,
  'live-test.allowed': liveTestAllowed,
  'item.disturbed': itemDisturbed,
  'item.refitted': itemRefitted,
  'symptom.noted': symptomNoted,
  'fault.described': faultDescribed,
  'check.made': checkMade,
  'check.left-out': checkLeftOut,
  'check.withdrawn': checkWithdrawn,
  'fault.settled': faultSettled,
  'occurrence.noted': occurrenceNoted,
  'notice.given': noticeGiven,
  'signature.given': signatureGiven,
  'photo.taken': photoTaken,
  'loose-end.opened': looseEndOpened,
  'loose-end.closed': looseEndClosed,
  'defect.found': defectFound,
  'defect.mended': defectMended,
  'part.fitted': partFitted,
  'part.needed': partNeeded,
  'note.added': noteAdded,
  'work.confirmed': workConfirmed,
  'appliance.outcome-set': applianceOutcomeSet,
  'visit.closed': visitClosed,
  'visit.reopened': visitReopened,
}

export const EVENT_TYPES = Object.keys(SPECS) as EventType[]

/** A posted event, by its type. */
export type VisitEvent = { [T in EventType]: EventOf<T, DataOf<T>> }[EventType]
/** What the server adds on acceptance; `null` seq is an event still in a device's queue. */
export type StoredEvent = VisitEvent & Acceptance

/** A type seen from outside, its own shape forgotten: what belongs together is put together here and nowhere else. */
type AnySpec = EventSpec<string, unknown>
export const specOf = (type: EventType): AnySpec => SPECS[type] as unknown as AnySpec

/** Its newest version. */
export const versionOf = (type: EventType): number => 1 + (specOf(type).lifts?.length ?? 0)

/** Whether there is such a type. */
export const isType = (type: unknown): type is EventType => typeof type === 'string' && Object.hasOwn(SPECS, type)

/** An event of an older version as the newest would have it. */
export function lifted<E extends object>(type: EventType, event: E & { readonly data?: unknown }, v: number): E {
  const lifts = specOf(type).lifts?.slice(v - 1) ?? []
  if (lifts.length === 0) return event
  return { ...event, v: versionOf(type), data: lifts.reduce<unknown>((data, lift) => lift(data as never), event.data) }
}

/** An event as it was stored, in the newest version of its type. It was checked when it came in and is not checked again. */
export const liftStored = (stored: Omit<StoredEvent, 'type' | 'data'> & { readonly type: string; readonly data: unknown }): StoredEvent => {
  if (!isType(stored.type)) throw new Error(`Stored event ${stored.id} is of an unknown type`)
  return lifted(stored.type, stored, stored.v) as unknown as StoredEvent
}

/** The instruments that an event names. `instrumentsOf({ type: 'note.added', … })` → `[]` */
export const instrumentsOf = (event: VisitEvent): string[] =>
  Object.values(specOf(event.type).instruments?.(event.data) ?? {}).filter((id): id is string => id !== undefined)

/**
 * What a visit's own facts refuse of an event: an appliance, step, rate, adjuster or instrument that is not there, an impossible value. The device asks
 * before it writes down, the server before it accepts.
 */
export function refusals(event: VisitEvent, facts: VisitFacts): Refusal[] {
  const found: Refusal[] = []
  const wrong: Checking['wrong'] = (path, code, params) => void found.push({ path, code, ...(params && { params }) })
  const sole = facts.appliances.length === 1 ? facts.appliances[0]?.id : undefined
  const owner = facts.appliances.find((a) => a.id === (event.applianceId ?? sole))
  if (event.applianceId && !owner) wrong('applianceId', 'other-appliance')
  else specOf(event.type).check?.(event, { facts, owner, wrong })
  for (const [path, id] of Object.entries(specOf(event.type).instruments?.(event.data) ?? {}))
    if (id !== undefined && !facts.knowsInstrument(id)) wrong(path, 'unknown-instrument')
  return found
}
