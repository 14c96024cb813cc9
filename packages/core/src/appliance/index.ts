export {
  APPLIANCE_TYPES,
  BURNER_KINDS,
  type Card,
  type CardInput,
  cardSchema,
  faultCode,
  firingState,
  FLUE_TYPES,
  type GasId,
  ratesOf,
} from './card'
export { type Adjuster, ADJUSTER_UNITS, type FiringState, type Limit } from './cardParts'
export { type InstalledFacts, limitFor, type LimitKey } from './limits'
export { type Plate, plateCard, plateSchema } from './plateCard'
export { tableBand } from './tables'
export { printedLimit } from './printedLimit'
export {
  type Condition,
  type OwnStep,
  type CardTable,
  type Traits,
  TABLE_USES,
  VISIT_STAGES,
  type VisitStage,
  ADJUSTER_FUNCTIONS,
  isCalibration,
  CLOCKWISE,
  EFFECT_MEASURANDS,
} from './cardParts'
export { type Difference, differences, rowsByKey } from './diff'
export { CARD_FINDINGS, type CardFinding, type Finding, type FindingLevel, lintCard } from './lint'
