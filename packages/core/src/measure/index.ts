export {
  channelFor,
  eyeUncertainty,
  inCalibration,
  CHECK_KINDS,
  type CheckKind,
  INSTRUMENT_KINDS,
  limitOfError,
  standardUncertainty,
} from './instruments'
export { BY_EYE, type Channel, CHANNELS, type Measurand } from './measurandKinds'
export { isMeasurandId, MEASURAND_IDS, type MeasurandId, MEASURANDS, shownAs } from './measurands'
export { checkPossible, readTyped, type TypedReading } from './plausibility'
export { MONTE_CARLO_MAX, MonteCarlo, type MonteCarloResult, type Spread } from './monteCarlo'
export { normalDensity, normalUpperTail } from './gaussian'
export { type Normal, normalOf } from './normal'
export { combined, type Contribution, contributions, propagate } from './propagate'
export {
  type ChannelSpec,
  channelSpecSchema,
  type Instrument,
  instrumentSchema,
  type Reading,
  readingSchema,
  type Special,
  specialReadingSchema,
  specialSchema,
  stationSchema,
} from './schemas'
export { type Taken, takeReading } from './takeReading'
export { climbing, type Settling, settling, SETTLING_RULES, type SettlingRule } from './settling'
export { medianOf, type Sample } from './robust'
export { LINE_STATIONS, type Station, STATIONS } from './stations'
export { INSTANCES, type Instance, instancesOf, isAlsoWhole } from './instances'
export { specialsOf } from './specials'
