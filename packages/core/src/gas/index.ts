export {
  AIR_MOLAR_MASS,
  AIR_OXYGEN,
  ATMOSPHERE_PA,
  GAS_CONSTANT,
  NITROGEN_PER_OXYGEN,
  REFERENCE_STATES,
  type ReferenceState,
} from './constants'
export { GAS_PRESET_IDS, type GasPreset, presetGas } from './presets'
export { type FuelTerms, type GasComposition, gasCompositionSchema, type GasProperties, gasProperties, withGrossCv } from './properties'
