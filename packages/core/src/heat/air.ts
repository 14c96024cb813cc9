import { airDensity, ATMOSPHERE_PA } from '../gas'
import { firstOutside, notOneUnknown, ok, type Result } from '../result'

/** Specific heat of air, J/(kg·K), 10–60 °C. */
export const AIR_CP = 1006

export interface AirSide {
  readonly outputW?: number | undefined
  readonly flowM3PerS?: number | undefined
  readonly riseK?: number | undefined
  /** Of the air where its volume is counted (supply side by default 21.1 °C, the field's standard air). */
  readonly airTemperatureK?: number | undefined
  readonly barometerPa?: number | undefined
}

/** Standard air of the North American factor 1.08: 70 °F at sea level, 0.075 lb/ft³. */
export const STANDARD_AIR_K = 294.26

/**
 * The air side of a furnace, solved for the one of output, flow and rise that is left out: `P = ρ·cp·V·ΔT`. The imperial `BTU/h = 1.08·CFM·ΔT` is the same with
 * standard air; at altitude the air is thinner and the factor falls with the barometer.
 *
 * Range: 10 W–10 MW, 1 L/s–100 m³/s, 0.5–150 K. Problems: `one-unknown`, `not-finite`, `out-of-range`.
 *
 * @example
 * airSide({ outputW: 20_000, riseK: 27.8 }) // flowM3PerS 0.596 (1 262 CFM), factor 1.08
 */
export function airSide(given: AirSide): Result<{ outputW: number; flowM3PerS: number; riseK: number; densityKgPerM3: number }> {
  const { outputW: p, flowM3PerS: v, riseK: dt, airTemperatureK = STANDARD_AIR_K, barometerPa = ATMOSPHERE_PA } = given
  const ranges = {
    outputW: [10, 1e7],
    flowM3PerS: [0.001, 100],
    riseK: [0.5, 150],
    airTemperatureK: [233.15, 373.15],
    barometerPa: [50_000, 110_000],
  } as const
  const problem = firstOutside(given, ranges)
  if (problem) return problem
  const unknown = notOneUnknown({ outputW: p, flowM3PerS: v, riseK: dt })
  if (unknown) return unknown
  const densityKgPerM3 = airDensity(airTemperatureK, barometerPa)
  const c = densityKgPerM3 * AIR_CP
  const solved = { outputW: p ?? c * v! * dt!, flowM3PerS: v ?? p! / (c * dt!), riseK: dt ?? p! / (c * v!) }
  return (
    firstOutside(solved, { outputW: ranges.outputW, flowM3PerS: ranges.flowM3PerS, riseK: ranges.riseK }) ??
    ok({ ...solved, densityKgPerM3 })
  )
}
