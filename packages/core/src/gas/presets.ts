import { unwrap } from '../result'
import { type GasComposition, type GasProperties, gasProperties } from './properties'

/** Typical compositions, as data. A supplier's analysis always comes before these. */
const naturalGasH: GasComposition = {
  methane: 0.92,
  ethane: 0.045,
  propane: 0.01,
  nButane: 0.002,
  iButane: 0.002,
  pentanePlus: 0.0005,
  carbonDioxide: 0.0085,
  nitrogen: 0.012,
}

const withHydrogen = (share: number): GasComposition => ({
  ...Object.fromEntries(Object.entries(naturalGasH).map(([name, x]) => [name, x * (1 - share)])),
  hydrogen: share,
})

const GAS_PRESETS = {
  'natural-gas-h': naturalGasH,
  'natural-gas-l': { methane: 0.813, ethane: 0.028, propane: 0.004, nButane: 0.001, iButane: 0.001, carbonDioxide: 0.009, nitrogen: 0.144 },
  'pipeline-gas-na': {
    methane: 0.94,
    ethane: 0.035,
    propane: 0.005,
    nButane: 0.001,
    iButane: 0.001,
    carbonDioxide: 0.006,
    nitrogen: 0.012,
  },
  methane: { methane: 1 },
  propane: { propane: 1 },
  butane: { nButane: 0.7, iButane: 0.3 },
  'lpg-mix': { propane: 0.6, nButane: 0.28, iButane: 0.12 },
  'natural-gas-h2-5': withHydrogen(0.05),
  'natural-gas-h2-10': withHydrogen(0.1),
  'natural-gas-h2-20': withHydrogen(0.2),
  biomethane: { methane: 0.97, carbonDioxide: 0.022, nitrogen: 0.006, oxygen: 0.002 },
  'lean-field-gas': { methane: 0.84, ethane: 0.02, carbonDioxide: 0.06, nitrogen: 0.08 },
} as const satisfies Record<string, GasComposition>

export type GasPreset = keyof typeof GAS_PRESETS
export const GAS_PRESET_IDS = Object.keys(GAS_PRESETS) as [GasPreset, ...GasPreset[]]

const made = new Map<GasPreset, GasProperties>()

/** The properties of a preset gas at 15/15 °C, ideal. `presetGas('propane').co2Max` → `0.1372`. */
export function presetGas(id: GasPreset): GasProperties {
  let gas = made.get(id)
  if (!gas) made.set(id, (gas = unwrap(gasProperties(GAS_PRESETS[id]))))
  return gas
}

/** What a preset gas is made of, mole fractions. `presetComposition('propane')` → `{ propane: 1 }`. */
export const presetComposition = (id: GasPreset): GasComposition => GAS_PRESETS[id]
