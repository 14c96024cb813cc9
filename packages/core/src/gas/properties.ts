import { fail, ok, type Result } from '../result'
import { AIR_MOLAR_MASS, AIR_OXYGEN, idealMolarVolume, NITROGEN_PER_OXYGEN, REFERENCE_STATES, type ReferenceState } from './constants'
import { grossMolarCv, molarMass, SPECIES, type Species, SPECIES_NAMES } from './species'

/** Mole fractions of a fuel gas; what is absent is not there. */
export type GasComposition = Readonly<Partial<Record<Species, number>>>

/** Moles per mole of fuel that the burner turns around: all that flue analysis needs to know of a gas. */
export interface FuelTerms {
  /** CO2 made when all carbon burns. */
  readonly carbon: number
  /** Water made. */
  readonly water: number
  /** Oxygen needed from the air (oxygen in the fuel already taken off). */
  readonly oxygen: number
  /** Nitrogen brought by the fuel itself. */
  readonly nitrogen: number
  /** Dry flue gas at exactly enough air. */
  readonly dryFlue: number
  /** Gross molar calorific value at 25 °C, J/mol. */
  readonly grossJPerMol: number
  /** The same at 15 °C, J/mol. */
  readonly gross15JPerMol: number
}

export interface GasProperties {
  readonly composition: GasComposition
  readonly terms: FuelTerms
  readonly molarMassKgPerMol: number
  /** Relative density (air 1). */
  readonly relativeDensity: number
  readonly grossCvJPerM3: number
  readonly netCvJPerM3: number
  readonly grossWobbeJPerM3: number
  readonly netWobbeJPerM3: number
  /** Gross over net calorific value: about 1.11 for natural gas, never a constant. */
  readonly grossToNet: number
  /** Dry air needed, m³ per m³ of gas. */
  readonly stoichiometricAir: number
  /** Dry and wet flue gas at exactly enough dry air, m³ per m³ of gas. */
  readonly dryFlue: number
  readonly wetFlue: number
  /** The most CO2 that dry flue gas of this fuel can hold, mol/mol. */
  readonly co2Max: number
  /** Gas family by gross Wobbe index at 15/15 °C (EN 437). */
  readonly family: 'first' | 'second' | 'third' | 'none'
  readonly compressibility: number
  readonly reference: ReferenceState
}

interface GasOptions {
  /** What one cubic metre is; metric standard (15/15 °C) by default. */
  readonly reference?: ReferenceState
  /** Count the real-gas factor (ISO 6976 summation): 0.2 % for methane, 1.8 % for propane. Off by default. */
  readonly realGas?: boolean
}

/** ISO 6976: enthalpy of vaporisation of water, J/mol, linear between the tabulated 0 and 25 °C. */
const waterLatent = (combustionK: number): number => 44016 + 41.5 * (298.15 - combustionK)

const familyOf = (grossWobbe15: number): GasProperties['family'] => {
  const mj = grossWobbe15 / 1e6
  if (mj >= 22.4 && mj <= 24.8) return 'first'
  if (mj >= 39.1 && mj <= 54.7) return 'second'
  if (mj >= 72.9 && mj <= 87.3) return 'third'
  return 'none'
}

/**
 * What a fuel gas is, from its composition: density, calorific values, Wobbe index, air and flue gas volumes, CO2 maximum.
 *
 * Range: mole fractions 0–1 that sum to 1 within 1e-4, with something in it that burns. Problems: `composition-negative`, `composition-sum`,
 * `composition-inert`, `not-finite`. Source: ISO 6976 molar values; element balance with air of 20.95 % O2.
 *
 * @example
 * const methane = gasProperties({ methane: 1 })
 * // value.co2Max 0.1170, value.stoichiometricAir 9.547, value.grossCvJPerM3 37.70e6
 */
export function gasProperties(composition: GasComposition, options: GasOptions = {}): Result<GasProperties> {
  const entries = SPECIES_NAMES.map((name) => [name, composition[name] ?? 0] as const)
  for (const [name, x] of entries) {
    if (!Number.isFinite(x)) return fail('not-finite', { name }, [name])
    if (x < 0) return fail('composition-negative', { name }, [name])
  }
  const total = entries.reduce((sum, [, x]) => sum + x, 0)
  if (Math.abs(total - 1) > 1e-4) return fail('composition-sum', { sum: total })

  const mean = (of: (name: Species) => number) => entries.reduce((sum, [name, x]) => sum + (x / total) * of(name), 0)
  const carbon = mean((n) => SPECIES[n].carbon)
  const hydrogen = mean((n) => SPECIES[n].hydrogen)
  const fuelOxygen = mean((n) => SPECIES[n].oxygen)
  const nitrogen = mean((n) => SPECIES[n].nitrogen) / 2
  const water = hydrogen / 2
  const oxygen = carbon + hydrogen / 4 - fuelOxygen / 2
  if (!(oxygen > 0.05)) return fail('composition-inert')

  const reference = options.reference ?? REFERENCE_STATES.metric15
  const rootB = mean((n) => SPECIES[n].rootB)
  const compressibility = options.realGas ? 1 - rootB ** 2 : 1
  const molarVolume = idealMolarVolume(reference.meteringK, reference.meteringPa) * compressibility
  const grossMolar = mean((n) => grossMolarCv(n, reference.combustionK))
  const netMolar = grossMolar - water * waterLatent(reference.combustionK)
  const molarMassKgPerMol = mean(molarMass)
  // Air's own real-gas factor at 15 °C is 0.99958 (ISO 6976).
  const relativeDensity = (molarMassKgPerMol / AIR_MOLAR_MASS) * (options.realGas ? 0.99958 / compressibility : 1)
  const dryFlue = carbon + nitrogen + NITROGEN_PER_OXYGEN * oxygen
  const gross = grossMolar / molarVolume
  const net = netMolar / molarVolume
  const gross15 = mean((n) => grossMolarCv(n, 288.15))
  const wobbe15 = gross15 / idealMolarVolume(288.15, 101325) / Math.sqrt(molarMassKgPerMol / AIR_MOLAR_MASS)

  return ok({
    composition,
    terms: { carbon, water, oxygen, nitrogen, dryFlue, grossJPerMol: mean((n) => grossMolarCv(n, 298.15)), gross15JPerMol: gross15 },
    molarMassKgPerMol,
    relativeDensity,
    grossCvJPerM3: gross,
    netCvJPerM3: net,
    grossWobbeJPerM3: gross / Math.sqrt(relativeDensity),
    netWobbeJPerM3: net / Math.sqrt(relativeDensity),
    grossToNet: gross / net,
    stoichiometricAir: oxygen / AIR_OXYGEN,
    dryFlue,
    wetFlue: dryFlue + water,
    co2Max: carbon / dryFlue,
    family: familyOf(wobbe15),
    compressibility,
    reference,
  })
}

/**
 * The same gas with the supplier's calorific value in place of the computed one; net follows by the fuel's own ratio.
 *
 * @param grossCvJPerM3 gross, at the properties' own reference state; 1 to 200 MJ/m³, else `calorific-value-range`.
 * @example
 * withGrossCv(methane, 38.9e6) // netCvJPerM3 35.02e6
 */
export function withGrossCv(properties: GasProperties, grossCvJPerM3: number): Result<GasProperties> {
  if (!(grossCvJPerM3 >= 1e6 && grossCvJPerM3 <= 2e8)) return fail('calorific-value-range', { min: 1e6, max: 2e8 })
  const net = grossCvJPerM3 / properties.grossToNet
  const root = Math.sqrt(properties.relativeDensity)
  return ok({ ...properties, grossCvJPerM3, netCvJPerM3: net, grossWobbeJPerM3: grossCvJPerM3 / root, netWobbeJPerM3: net / root })
}
