export { bandFor } from './bands'
export type { Continued, VisitAppliance, VisitContext } from './context'
export { continuedFrom } from './continued'
export { type Danger, dangerOf } from './danger'
export type { Derived, Working } from './derive'
export { EVENT_DATA, EVENT_TYPES, type EventType, parseEvent, type StoredEvent, type VisitEvent, visitEventSchema } from './events'
export { AT_ONCE_MS } from './apply'
export { foldVisit, VisitFold } from './fold'
export { latestByKey } from './foundAndLeft'
export { firingStops, leavesRunning, missingIn, serviceGates, stepSettled, stopGasFraction } from './gates'
export { powerProvedOff } from './isolation'
export { FAILED_STARTS_MAX, failedStarts, purgeWaitS } from './stops'
export { suspects } from './suspects'
export { readingKey } from './keys'
export { ladderOf } from './ladder'
export { actingRole, LICENCE_WARNING_DAYS, licenceState, EMIT_TABLE, mayStartVisits, type Role, ROLES } from './roles'
export type {
  ApplianceState,
  Disturbed,
  FoundAndLeft,
  Gate,
  JudgedReading,
  LiveReading,
  LooseEnd,
  StepMark,
  Symptom,
  Timer,
  VisitState,
} from './state'
export { type Band, beyondBand, judge, type NoVerdict, type Verdict, type VerdictStatus } from './verdict'
