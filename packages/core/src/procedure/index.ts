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
  wantsDetail,
} from './asks'
export { instrumentsNeeded } from './bring'
export { conditionAskedIn, does, FIRING_JOBS, type Growth, GROWTHS, JOB_KINDS, type JobKind, mayAdjustIn, type Work } from './jobKinds'
export {
  DISTURBED_KIND_IDS,
  DISTURBED_KINDS,
  type DisturbedKind,
  LOOSE_END_KIND_IDS,
  LOOSE_END_KINDS,
  type LooseEndKind,
  opensByReading,
  opensGasPath,
  REFIT_CHECKS,
  type RefitCheck,
  SYMPTOM_KIND_IDS,
  SYMPTOM_KINDS,
  type SymptomKind,
  TIMER_IDS,
  type TimerId,
} from './looseEnds'
export { ask } from './rules'
export { methodsAt } from './methods'
export { answeredTogether, type Listed, mayGoTogether, onlyByItself } from './together'
export { growthsOf, needsFlame, runSheet, type Turn } from './sheet'
export { sheetText } from './sheetText'
export { type Ask, type Caution, CAUTIONS, type Need, type Opening, type Step, STEP_KINDS, type StepKind } from './step'
