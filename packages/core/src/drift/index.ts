export { type Drift, type DriftBand, type DriftDate, driftOf, type DriftPoint, HORIZON_YEARS } from './drift'
export { DRIFT_LAWS } from './laws'
