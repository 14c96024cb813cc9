import { AIR_MOLAR_MASS, ATMOSPHERE_PA, GAS_CONSTANT } from './constants'
import type { GasProperties } from './properties'
import { molarMass, type Species, SPECIES_NAMES } from './species'

/** Dynamic viscosities at 15 °C and low pressure, Pa·s (kinetic-theory tables, rounded; good to 2 %). */
const VISCOSITY: Record<Species, number> = {
  methane: 10.9e-6,
  ethane: 9.0e-6,
  propane: 7.95e-6,
  nButane: 7.25e-6,
  iButane: 7.35e-6,
  pentanePlus: 6.6e-6,
  hydrogen: 8.7e-6,
  carbonMonoxide: 17.3e-6,
  carbonDioxide: 14.5e-6,
  nitrogen: 17.5e-6,
  oxygen: 20.1e-6,
}

/**
 * Density of an ideal gas, kg/m³, from its molar mass.
 *
 * @example
 * idealDensity(0.0289626, 288.15, 101325) // 1.225 (air)
 */
export const idealDensity = (molarMassKgPerMol: number, temperatureK: number, absolutePressurePa: number): number =>
  (absolutePressurePa * molarMassKgPerMol) / (GAS_CONSTANT * temperatureK)

/** Density of dry air, kg/m³. `airDensity(283.15)` → `1.247`. */
export const airDensity = (temperatureK: number, absolutePressurePa: number = ATMOSPHERE_PA): number =>
  idealDensity(AIR_MOLAR_MASS, temperatureK, absolutePressurePa)

/** Density of a fuel gas, kg/m³. `gasDensity(methane, 288.15, 101325)` → `0.6785`. */
export const gasDensity = (
  gas: Pick<GasProperties, 'molarMassKgPerMol'>,
  temperatureK: number,
  absolutePressurePa: number = ATMOSPHERE_PA,
): number => idealDensity(gas.molarMassKgPerMol, temperatureK, absolutePressurePa)

/**
 * Dynamic viscosity of a fuel gas near 15 °C, Pa·s: mixture by Herning and Zipperer (weights √M), corrected for temperature with the exponent 0.75.
 *
 * @example
 * gasViscosity({ methane: 1 }, 288.15) // 1.09e-5
 */
export function gasViscosity(composition: GasProperties['composition'], temperatureK = 288.15): number {
  let top = 0
  let bottom = 0
  for (const name of SPECIES_NAMES) {
    const weight = (composition[name] ?? 0) * Math.sqrt(molarMass(name))
    top += weight * VISCOSITY[name]
    bottom += weight
  }
  return (top / bottom) * (temperatureK / 288.15) ** 0.75
}
