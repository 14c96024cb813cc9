export {
  AIR_MOLAR_MASS,
  AIR_OXYGEN,
  FLUE_OXYGEN_LIMIT,
  ATMOSPHERE_PA,
  GAS_CONSTANT,
  NITROGEN_PER_OXYGEN,
  REFERENCE_STATES,
  type ReferenceState,
} from './constants'
export { airDensity, gasDensity, gasViscosity, idealDensity } from './density'
export { GAS_PRESET_IDS, type GasPreset, presetComposition, presetGas } from './presets'
export { type FuelTerms, type GasComposition, type GasProperties, gasProperties, withGrossCv } from './properties'
export { gasCompositionSchema } from './schemas'
export { type Species, SPECIES_NAMES } from './species'
