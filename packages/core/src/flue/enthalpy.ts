import { GAS_CONSTANT } from '../gas'

/**
 * NASA seven-coefficient polynomials, low range (200–1000 K): `h/(R·T) = a1 + a2·T/2 + a3·T²/3 + a4·T³/4 + a5·T⁴/5 + a6/T`.
 * Source: NASA TM 4513 / GRI-Mech 3.0 thermodynamic table. Flue gas is never above 1000 K where a probe goes.
 */
const NASA7 = {
  CO2: [2.35677352, 8.98459677e-3, -7.12356269e-6, 2.45919022e-9, -1.43699548e-13, -48371.9697],
  H2O: [4.19864056, -2.0364341e-3, 6.52040211e-6, -5.48797062e-9, 1.77197817e-12, -30293.7267],
  O2: [3.78245636, -2.99673416e-3, 9.84730201e-6, -9.68129509e-9, 3.24372837e-12, -1063.94356],
  N2: [3.298677, 1.4082404e-3, -3.963222e-6, 5.641515e-9, -2.444854e-12, -1020.8999],
  CO: [3.57953347, -6.1035368e-4, 1.01681433e-6, 9.07005884e-10, -9.04424499e-13, -14344.086],
} as const

export type FlueSpecies = keyof typeof NASA7

/** Lowest and highest temperature of the polynomials, K. */
export const ENTHALPY_RANGE_K = { min: 200, max: 1000 } as const

/** Horner coefficients of h in J/mol, with R multiplied in once: the flue analysis of a trace evaluates these thousands of times. */
const HORNER = Object.fromEntries(
  Object.entries(NASA7).map(([name, a]) => [name, [a[5], a[0], a[1] / 2, a[2] / 3, a[3] / 4, a[4] / 5].map((c) => c * GAS_CONSTANT)]),
) as Record<FlueSpecies, [number, number, number, number, number, number]>

/**
 * Molar enthalpy of a flue gas component as an ideal gas, J/mol (elements at 298.15 K are zero; formation enthalpy included).
 *
 * @param temperatureK 200–1000 K; outside, the polynomial is not valid and the caller has to refuse.
 * @example
 * molarEnthalpy('N2', 453.15) - molarEnthalpy('N2', 298.15) // about 4525 J/mol
 */
export function molarEnthalpy(species: FlueSpecies, temperatureK: number): number {
  const c = HORNER[species]
  return c[0] + temperatureK * (c[1] + temperatureK * (c[2] + temperatureK * (c[3] + temperatureK * (c[4] + temperatureK * c[5]))))
}

/** Heat capacity of liquid water, J/(mol·K), near 25 °C. */
export const LIQUID_WATER_CP = 75.35

/** Enthalpy of vaporisation of water, J/mol, about 0–100 °C, consistent with 44 016 J/mol at 25 °C (ISO 6976) and the heat capacities. */
export const latentHeat = (temperatureK: number): number =>
  44016 + (molarEnthalpy('H2O', temperatureK) - molarEnthalpy('H2O', 298.15)) - LIQUID_WATER_CP * (temperatureK - 298.15)
