export {
  acceptsAnswer,
  answersOf,
  type AskFamily,
  ASK_FAMILIES,
  changesBurner,
  familyOf,
  forbidsOf,
  isGoodAnswer,
  OBSERVATION_IDS,
  OBSERVATIONS,
  type ObservationId,
} from './asks'
export { instrumentsNeeded } from './bring'
export { conditionAskedIn, FIRING_JOBS, JOB_KINDS, type JobKind, mayAdjustIn } from './jobKinds'
export {
  DISTURBED_KIND_IDS,
  DISTURBED_KINDS,
  type DisturbedKind,
  LOOSE_END_KIND_IDS,
  LOOSE_END_KINDS,
  type LooseEndKind,
  REFIT_CHECKS,
  type RefitCheck,
  SYMPTOM_KIND_IDS,
  SYMPTOM_KINDS,
  type SymptomKind,
  TIMER_IDS,
  type TimerId,
} from './looseEnds'
export { runSheet } from './sheet'
export { sheetText } from './sheetText'
export { type Ask, type Caution, CAUTIONS, type Need, type Opening, type Step, STEP_KINDS, type StepKind } from './step'
