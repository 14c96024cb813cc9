import { airDensity, ATMOSPHERE_PA, type GasProperties } from '../gas'
import { firstOutside, notOneUnknown, ok, type Result } from '../result'
import { fromSi, toSi } from '../units'

export interface Orifice {
  /** Standard volume per second (15 °C, 101.325 kPa), m³/s. */
  readonly flowM3PerS?: number | undefined
  readonly diameterM?: number | undefined
  /** Over the orifice: manifold against the chamber it blows into. */
  readonly pressureDropPa?: number | undefined
  /** Relative density of the gas (air 1). */
  readonly relativeDensity?: number | undefined
  readonly dischargeCoefficient: number
  /** Of the gas at the orifice. */
  readonly gasTemperatureK?: number | undefined
  /** Of the room: with it the gas is thinner at altitude. */
  readonly barometerPa?: number | undefined
}

export interface SolvedOrifice {
  readonly flowM3PerS: number
  readonly diameterM: number
  readonly pressureDropPa: number
  readonly relativeDensity: number
  readonly jetVelocityMPerS: number
}

const T15 = 288.15
const RANGES = {
  flowM3PerS: [1e-9, 10],
  diameterM: [1e-4, 0.1],
  pressureDropPa: [1, 100_000],
  relativeDensity: [0.05, 4],
  dischargeCoefficient: [0.3, 1],
  gasTemperatureK: [233.15, 333.15],
  barometerPa: [50_000, 110_000],
} as const

/**
 * A gas orifice solved for the one of flow, diameter, pressure and relative density that is left out: `Q = Cd·A·√(2·Δp/ρ)`, incompressible, with the
 * density at the orifice and the flow told as standard volume (15 °C, 101.325 kPa).
 *
 * Ranges: 0.1–100 mm, 1 Pa–100 kPa, relative density 0.05–4, Cd 0.3–1. Problems: `one-unknown` unless exactly one is left out, `not-finite`,
 * `out-of-range`, also for the answer. Source: Bernoulli; above about 5 kPa the true flow is up to 1 % less (expansion is not counted).
 *
 * @example
 * solveOrifice({ diameterM: 0.00094, pressureDropPa: 2000, relativeDensity: 0.555, dischargeCoefficient: 0.85 }) // flow 4.525e-5 m³/s (0.1629 m³/h)
 */
export function solveOrifice(given: Orifice): Result<SolvedOrifice> {
  const problem = firstOutside(given, RANGES)
  if (problem) return problem
  const { flowM3PerS: q, diameterM: d, pressureDropPa: dp, relativeDensity: s, dischargeCoefficient: cd } = given
  const unknown = notOneUnknown({ flowM3PerS: q, diameterM: d, pressureDropPa: dp, relativeDensity: s })
  if (unknown) return unknown
  const t = given.gasTemperatureK ?? T15
  const p = given.barometerPa ?? ATMOSPHERE_PA
  // Standard volume over actual volume at the orifice; density there is s·ρair·expand.
  const expand = (p / ATMOSPHERE_PA) * (T15 / t)
  const air = airDensity(T15)
  // With k = 2·expand/air: Q_std = Cd·A·√(k·Δp/s).
  const k = (2 * expand) / air
  const area = (x: number) => (Math.PI / 4) * x * x
  const solved = {
    flowM3PerS: q ?? cd * area(d!) * Math.sqrt((k * dp!) / s!),
    diameterM: d ?? Math.sqrt(q! / (cd * (Math.PI / 4) * Math.sqrt((k * dp!) / s!))),
    pressureDropPa: dp ?? ((q! / (cd * area(d!))) ** 2 * s!) / k,
    relativeDensity: s ?? (k * dp!) / (q! / (cd * area(d!))) ** 2,
  }
  const beyond = firstOutside(solved, {
    flowM3PerS: RANGES.flowM3PerS,
    diameterM: RANGES.diameterM,
    pressureDropPa: RANGES.pressureDropPa,
    relativeDensity: RANGES.relativeDensity,
  })
  if (beyond) return beyond
  return ok({ ...solved, jetVelocityMPerS: Math.sqrt((2 * solved.pressureDropPa) / (solved.relativeDensity * air * expand)) })
}

/**
 * The North American form, standard cubic metres per second: `CFH = 1658.5·K·A·√(H/SG)` with A in square inches and H in inches of water. Its constant
 * is 0.17 % above first principles (1655.7).
 *
 * @example
 * northAmericanOrifice(0.055 * 0.0254, 2490.9, 1.52, 0.9) // 7.16e-5 m³/s (9.10 ft³/h)
 */
export function northAmericanOrifice(diameterM: number, pressureDropPa: number, relativeDensity: number, k: number): number {
  const inch = fromSi(diameterM, 'in', 'length')
  const cfh = 1658.5 * k * (Math.PI / 4) * inch * inch * Math.sqrt(fromSi(pressureDropPa, 'inH2O', 'pressure') / relativeDensity)
  return toSi(cfh, 'ft³/h', 'flow')
}

/** Heat input of a gas flow, W. `heatOf(methane, 1e-4).grossW` → `3770`. */
export const heatOf = (
  gas: Pick<GasProperties, 'grossCvJPerM3' | 'netCvJPerM3'>,
  flowM3PerS: number,
): { grossW: number; netW: number } => ({ grossW: flowM3PerS * gas.grossCvJPerM3, netW: flowM3PerS * gas.netCvJPerM3 })
