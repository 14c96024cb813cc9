export { bandFor } from './bands'
export type { Continued, VisitAppliance, VisitContext } from './context'
export { continuedFrom } from './continued'
export { type Danger, dangerOf, inOrder } from './danger'
export { changesBetween, type KeptValue, keptValue, keptValues, type VisitChanges } from './changes'
export { AT_ONCE_MS } from './events/reading.taken'
export { type CheckMade, type FaultCase, type FaultSaid, type Occurrence, openFault, touchedBefore } from './faultCase'
export { foldVisit, VisitFold } from './fold'
export { canBeForbidden, forbids } from './forbids'
export { BREACHES, type Breach, EVENTS_MAX, type EventSpec, type NotYet, ODDITIES, type Oddity, type Refusal, type VisitFacts } from './kit'
export { EVENT_TYPES, instrumentsOf, liftStored, refusals, specOf, versionOf, type StoredEvent, type VisitEvent } from './registry'
export { parseEvent, visitEventSchema } from './parse'
export { type EventType, type StartRecord, startRecordSchema } from './eventData'
export { firingStops, missingIn, serviceGates, stepSettled } from './gates'
export { endsByItself, stillToRead } from './goesOn'
export { BY_VOLUME, lelShare, OF_LEL, readGasInAir, stopGasFraction } from './gasInAir'
export { instrumentFor, type ReadWith } from './instrumentFor'
export { explanationOf } from './judgeGroup'
export { foundDead, knowsStep, parkedIn, sheetOfAppliance, sheetsOf, stillDead, worksOf } from './sheets'
export { powerProvedOff } from './isolation'
export { failedStarts, purgeWaitS, startsAllowed } from './stops'
export { suspects } from './suspects'
export { asksForZero, connectionOf, isZeroed } from './zeroes'
export { isNoticed, withoutNotice } from './notices'
export { outletQuestion } from './outletShut'
export { netTurnsAt } from './netTurns'
export { type RunMinute, runTable } from './runs'
export { RUN_FIGURES } from './events/run.read'
export { consentsFor } from './events/run.started'
export { readingKey } from './keys'
export { ladderOf } from './ladder'
export { actingRole, LICENCE_WARNING_DAYS, licenceState, EMIT_TABLE, mayEmit, mayStartVisits, type Role, ROLES } from './roles'
export type {
  ApplianceState,
  Complaint,
  Disturbed,
  FoundAndLeft,
  Gate,
  InstrumentSet,
  JudgedReading,
  LiveReading,
  LooseEnd,
  Run,
  Start,
  StepMark,
  Symptom,
  Timer,
  Trace,
  VisitState,
} from './state'
export { type Band, beyondBand, judge, NO_VERDICTS, type NoVerdict, type Verdict, type VerdictStatus } from './verdict'
export { tellsOfScrews } from './tellsOfScrews'
export { type Turned, turnedOf } from './turned'
export { judgeSpecial } from './special'
