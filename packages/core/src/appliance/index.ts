export { faultCode, firingState, isCalibration, ratesOf } from './card'
export { type Card, type CardInput, cardSchema, type GasId } from './cardSchema'
export type { Adjuster, CardTable, Condition, FiringState, Limit, OwnStep, Traits } from './cardParts'
export { type InstalledFacts, limitFor, type LimitKey } from './limits'
export { type Plate, plateCard, plateSchema } from './plateCard'
export { tableBand } from './tables'
export { printedLimit } from './printedLimit'
export {
  ADJUSTER_FUNCTIONS,
  ADJUSTER_UNITS,
  APPLIANCE_TYPES,
  BURNER_KINDS,
  CLOCKWISE,
  EFFECT_MEASURANDS,
  FLUE_TYPES,
  TABLE_USES,
  VISIT_STAGES,
  type VisitStage,
} from './kinds'
export { type Difference, differences, rowsByKey } from './diff'
export { CARD_FINDINGS, type CardFinding, type Finding, type FindingLevel, lintCard } from './lint'
