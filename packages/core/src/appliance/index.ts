export {
  type Adjuster,
  APPLIANCE_TYPES,
  BURNER_KINDS,
  type Card,
  cardSchema,
  firingState,
  type FiringState,
  FLUE_TYPES,
  type GasId,
  type Limit,
  ratesOf,
} from './card'
export { type InstalledFacts, limitFor, type LimitKey } from './limits'
export { printedLimit } from './printedLimit'
