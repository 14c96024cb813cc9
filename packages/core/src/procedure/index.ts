export { instrumentsNeeded } from './bring'
export { LOOSE_END_KIND_IDS, LOOSE_END_KINDS, type LooseEndKind, OBSERVATION_IDS, OBSERVATIONS, type ObservationId } from './looseEnds'
export { JOB_KINDS, type JobKind, type Need, serviceSheet, type Step, type StepKind } from './sheet'
