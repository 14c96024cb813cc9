import { ATMOSPHERE_PA, FLUE_OXYGEN_LIMIT, type GasProperties } from '../gas'
import { firstOutside, ok, type Result } from '../result'
import { isAir, lambdaOfO2, o2OfLambda } from './air'

/**
 * Pressure of the standard atmosphere at an altitude, Pa; −500 to 11 000 m. `standardPressure(1480)` → `84 750`.
 * Source: ISO 2533: `p = p0·(1 − 0.0065·h/288.15)^5.2559`.
 */
export const standardPressure = (altitudeM: number): number => ATMOSPHERE_PA * (1 - (0.0065 * altitudeM) / 288.15) ** 5.25588

const FOOT = 0.3048

/** The ways that codes and makers count a derating. A card's own table comes before all of them. */
export const ALTITUDE_RULES = ['density', 'four-percent', 'four-percent-from-2000', 'two-band'] as const
export type AltitudeRule = (typeof ALTITUDE_RULES)[number]

/**
 * Share of the sea-level input that a rule leaves at an altitude; null where the rule says "by test".
 *
 * - `density`: what a fixed orifice at a fixed gauge pressure does by itself, √(p/p0): 8.8 % less heat at 5000 ft, while the air's mass falls by 16.8 %.
 * - `four-percent`: 4 % per 1000 ft *counted from sea level*, applied above 2000 ft only (5000 ft: 20 %, not 12 %).
 * - `four-percent-from-2000`: 4 % per 1000 ft *counted from 2000 ft*, as some print it (5000 ft: 12 %). Which one a code means has to be read there.
 * - `two-band`: nothing to 2000 ft, 10 % from 2000 to 4500 ft, above that by test.
 *
 * Range −500 to 6000 m. Problems: `not-finite`, `out-of-range`. Source: standard atmosphere; the rules as North American codes print them.
 *
 * @example
 * altitudeFactor('four-percent', 1524) // 0.80
 */
export function altitudeFactor(rule: AltitudeRule, altitudeM: number): Result<number | null> {
  const problem = firstOutside({ altitudeM }, { altitudeM: [-500, 6000] })
  if (problem) return problem
  const feet = altitudeM / FOOT
  // A hair of tolerance: 2000 ft typed in metres must not fall on the wrong side of the line by rounding.
  const above2000 = feet > 2000 + 0.01
  if (rule === 'four-percent') return ok(above2000 ? Math.max(0, 1 - 0.04 * (feet / 1000)) : 1)
  if (rule === 'four-percent-from-2000') return ok(above2000 ? Math.max(0, 1 - 0.04 * ((feet - 2000) / 1000)) : 1)
  if (rule === 'two-band') return ok(feet > 4500 + 0.01 ? null : above2000 ? 0.9 : 1)
  return ok(Math.sqrt(standardPressure(altitudeM) / ATMOSPHERE_PA))
}

export interface AtAltitude {
  readonly pressurePa: number
  /** Heat of a fixed orifice at fixed gauge pressure, over sea level. */
  readonly orificeHeatRatio: number
  /** Mass of air moved by the same volume, over sea level. */
  readonly airMassRatio: number
  /** Fixed orifice and fixed air: the mixture goes rich. Null where it would pass the stoichiometric point. */
  readonly fixedO2Dry: number | null
  /** A pneumatic ratio keeps λ and loses input with density. */
  readonly ratioHeatRatio: number
}

/**
 * What altitude does to burners that nobody re-orifices or turns: fixed orifice and fixed air keep volumes, so λ falls with √(p/p0); a pneumatic ratio keeps
 * its mixture and loses input with the air's density. Dry percentages keep their formulas at any altitude; only the burner changes.
 *
 * @param o2SeaLevel dry O2 that the burner had at sea level, 0 to below 0.209.
 * @example
 * atAltitude(naturalGas, 0.075, 1480) // fixedO2Dry 0.0615
 */
export function atAltitude(gas: GasProperties, o2SeaLevel: number, altitudeM: number): Result<AtAltitude> {
  const problem =
    firstOutside({ o2SeaLevel, altitudeM }, { o2SeaLevel: [0, FLUE_OXYGEN_LIMIT], altitudeM: [-500, 6000] }) ??
    isAir(o2SeaLevel, 'o2SeaLevel')
  if (problem) return problem
  const pressurePa = standardPressure(altitudeM)
  const ratio = pressurePa / ATMOSPHERE_PA
  const lambda = lambdaOfO2(gas, o2SeaLevel) * Math.sqrt(ratio)
  return ok({
    pressurePa,
    orificeHeatRatio: Math.sqrt(ratio),
    airMassRatio: ratio,
    fixedO2Dry: lambda >= 1 ? o2OfLambda(gas, lambda) : null,
    ratioHeatRatio: ratio,
  })
}
