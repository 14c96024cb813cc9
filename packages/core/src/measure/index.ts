export {
  channelFor,
  type ChannelSpec,
  channelSpecSchema,
  eyeUncertainty,
  inCalibration,
  type Instrument,
  CHECK_KINDS,
  type CheckKind,
  INSTRUMENT_KINDS,
  instrumentSchema,
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
export { type Reading, readingSchema } from './readings'
export { type Taken, takeReading } from './takeReading'
export { climbing, type Settling, settling, SETTLING_RULES, type SettlingRule } from './settling'
export { medianOf, type Sample } from './robust'
export { LINE_STATIONS, type Station, STATIONS, stationSchema } from './stations'
export { INSTANCES, type Instance, instancesOf, isAlsoWhole } from './instances'
export { type Special, specialReadingSchema, specialSchema, specialsOf } from './specials'
