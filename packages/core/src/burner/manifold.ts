import type { GasProperties } from '../gas'
import { firstOutside, ok, type Result } from '../result'

const PRESSURE = [1, 100_000] as const

/**
 * Heat input after a change of manifold pressure at the same orifice and gas: input ∝ √p, both pressures against the chamber.
 *
 * Range 1 Pa–100 kPa. Problems: `not-finite`, `out-of-range`. Source: Bernoulli.
 *
 * @example
 * inputAtPressure(20_000, 1000, 1100) // 20 976 W: ten percent of pressure is five of input
 */
export function inputAtPressure(inputW: number, fromPa: number, toPa: number): Result<number> {
  const problem = firstOutside({ inputW, fromPa, toPa }, { inputW: [1, 1e8], fromPa: PRESSURE, toPa: PRESSURE })
  return problem ?? ok(inputW * Math.sqrt(toPa / fromPa))
}

/**
 * The manifold pressure that gives a wanted input: `p2 = p1·(P2/P1)²`.
 *
 * @example
 * pressureForInput(20_000, 1000, 19_000) // 902.5 Pa
 */
export function pressureForInput(inputW: number, atPa: number, wantedW: number): Result<number> {
  const problem = firstOutside({ inputW, wantedW, atPa }, { inputW: [1, 1e8], wantedW: [1, 1e8], atPa: PRESSURE })
  return problem ?? ok(atPa * (wantedW / inputW) ** 2)
}

export interface GasChange {
  /** Diameter of the new orifice over the old one, at the new gas's pressure. */
  readonly diameterRatio: number
  readonly newDiameterM: number
  /** The manifold pressure that the *old* orifice would need; usually impossible, and never a conversion. */
  readonly pressureWithOldOrificePa: number
  /** Gross Wobbe index of the new gas over the old one. */
  readonly wobbeRatio: number
  /** Primary aeration (share of the air needed) of the new over the old, at the same burner throat. */
  readonly primaryAerationRatio: number
  /** Primary aeration with the new gas, if the old one was known. */
  readonly primaryAeration: number | null
}

/** Primary aeration outside this band is yellow and sooting, or lifts, on natural gas bar burners (typical). */
export const PRIMARY_AERATION = { yellowBelow: 0.4, liftsAbove: 0.7 } as const

/**
 * What another gas needs at the same heat input: the new orifice at its own pressure, and what becomes of the primary air.
 *
 * The rate of an orifice in heat is ∝ d²·√p·Wobbe, so `d2 = d1·√(W1/W2)·(p1/p2)^¼` (times the root of the wanted input). Entrained air follows the jet's
 * momentum: `φp ∝ √s·(dt/dj − 1)/A0` with throat dt and jet dj.
 *
 * Range: orifice 0.1–100 mm, throat wider than either orifice, pressures 1 Pa–100 kPa. Problems: `not-finite`, `out-of-range`, `throat-too-narrow`.
 * Source: Bernoulli; free-jet entrainment (Ricou–Spalding form).
 *
 * @example
 * changeOfGas({ from: naturalGas, to: propane, orificeM: 0.0025, fromPa: 1000, toPa: 3700, throatM: 0.022 })
 * // newDiameterM 0.00147, primaryAeration ratio 1.16
 */
export function changeOfGas(change: {
  readonly from: GasProperties
  readonly to: GasProperties
  readonly orificeM: number
  readonly fromPa: number
  readonly toPa: number
  /** Wanted input over the present one; 1 by default. */
  readonly inputRatio?: number
  /** Venturi throat; without it the ratio of diameters alone cannot be told and the wide-throat limit is used. */
  readonly throatM?: number | undefined
  readonly primaryAerationBefore?: number | undefined
}): Result<GasChange> {
  const { from, to, orificeM, fromPa, toPa, inputRatio = 1, throatM, primaryAerationBefore } = change
  const problem = firstOutside(
    { orificeM, fromPa, toPa, inputRatio, throatM, primaryAerationBefore },
    {
      orificeM: [1e-4, 0.1],
      fromPa: PRESSURE,
      toPa: PRESSURE,
      inputRatio: [0.1, 10],
      throatM: [1e-3, 0.5],
      primaryAerationBefore: [0.05, 2],
    },
  )
  if (problem) return problem
  const wobbeRatio = to.grossWobbeJPerM3 / from.grossWobbeJPerM3
  const diameterRatio = Math.sqrt(inputRatio / wobbeRatio) * (fromPa / toPa) ** 0.25
  const newDiameterM = orificeM * diameterRatio
  const narrow = firstOutside({ throatM }, { throatM: [Math.max(orificeM, newDiameterM) * 1.5, 0.5] })
  if (narrow) return narrow
  const geometry = throatM === undefined ? 1 / diameterRatio : (throatM / newDiameterM - 1) / (throatM / orificeM - 1)
  const primaryAerationRatio =
    Math.sqrt(to.relativeDensity / from.relativeDensity) * geometry * (from.stoichiometricAir / to.stoichiometricAir)
  return ok({
    diameterRatio,
    newDiameterM,
    pressureWithOldOrificePa: fromPa * (inputRatio / wobbeRatio) ** 2,
    wobbeRatio,
    primaryAerationRatio,
    primaryAeration: primaryAerationBefore === undefined ? null : primaryAerationBefore * primaryAerationRatio,
  })
}
