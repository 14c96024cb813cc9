import { firstOutside, ok, type Result } from '../result'
import { fromSi, toSi } from '../units'

/** A gas in a pipe: density and viscosity at the pipe's own pressure and temperature. */
export interface PipeGas {
  readonly densityKgPerM3: number
  readonly viscosityPaS: number
}

export interface PipeRun {
  readonly insideDiameterM: number
  readonly lengthM: number
  readonly flowM3PerS: number
  readonly roughnessM: number
}

export interface PipeDrop {
  readonly dropPa: number
  readonly velocityMPerS: number
  readonly reynolds: number
  readonly frictionFactor: number
  /** In transition (Re 2000–4000) the turbulent value is used: laminar and turbulent friction differ by two there. */
  readonly regime: 'still' | 'laminar' | 'transition' | 'turbulent'
}

/**
 * Darcy friction factor: 64/Re below Re 2000, Colebrook–White above (Newton on 1/√f from Haaland's start; agrees to 1e-10 in three steps).
 *
 * @example
 * frictionFactor(5943, 1.5e-6 / 0.0202) // 0.0357
 */
export function frictionFactor(reynolds: number, relativeRoughness: number): number {
  if (reynolds <= 2000) return 64 / reynolds
  const rough = relativeRoughness / 3.7
  let x = -1.8 * Math.log10(rough ** 1.11 + 6.9 / reynolds)
  for (let i = 0; i < 4; i++) {
    const inside = rough + (2.51 * x) / reynolds
    const off = x + 2 * Math.log10(inside)
    const slope = 1 + (2 / Math.LN10) * (2.51 / reynolds / inside)
    const step = off / slope
    x -= step
    if (step < 1e-10 && step > -1e-10) break
  }
  return 1 / (x * x)
}

/** {@link pipeDrop} without checks, for networks that are checked once. */
export function dropOf(run: PipeRun, gas: PipeGas): PipeDrop {
  const { insideDiameterM: d, lengthM, flowM3PerS, roughnessM } = run
  if (flowM3PerS === 0) return { dropPa: 0, velocityMPerS: 0, reynolds: 0, frictionFactor: 0, regime: 'still' }
  const velocityMPerS = flowM3PerS / ((Math.PI / 4) * d * d)
  const reynolds = (gas.densityKgPerM3 * velocityMPerS * d) / gas.viscosityPaS
  const f = frictionFactor(reynolds, roughnessM / d)
  return {
    dropPa: (((f * lengthM) / d) * gas.densityKgPerM3 * velocityMPerS * velocityMPerS) / 2,
    velocityMPerS,
    reynolds,
    frictionFactor: f,
    regime: reynolds <= 2000 ? 'laminar' : reynolds < 4000 ? 'transition' : 'turbulent',
  }
}

const RUN = {
  insideDiameterM: [0.002, 1],
  lengthM: [0, 2000],
  flowM3PerS: [0, 10],
  roughnessM: [0, 0.001],
  densityKgPerM3: [0.05, 10],
  viscosityPaS: [1e-6, 1e-4],
} as const

/**
 * Pressure drop of a straight run at low pressure, Pa: Darcy–Weisbach with Colebrook–White. The gas hardly expands below about 100 mbar, so density is
 * taken as constant along the run.
 *
 * Range: inside 2 mm–1 m, length to 2 km, flow to 10 m³/s at pipe conditions. Problems: `not-finite`, `out-of-range`.
 *
 * @example
 * // 22 mm copper (20.2 mm inside), 5 m³/h, 10 m
 * pipeDrop({ insideDiameterM: 0.0202, lengthM: 10, flowM3PerS: 5 / 3600, roughnessM: 1.5e-6 }, { densityKgPerM3: 0.74, viscosityPaS: 1.09e-5 }) // 122.8 Pa
 */
export function pipeDrop(run: PipeRun, gas: PipeGas): Result<PipeDrop> {
  return firstOutside({ ...run, ...gas }, RUN) ?? ok(dropOf(run, gas))
}

/**
 * The flow that a run carries at an allowed drop, m³/s: {@link pipeDrop} solved for the flow by bisection (drop rises steadily with flow).
 *
 * Problems: `not-finite`, `out-of-range`.
 *
 * @example
 * pipeCapacity({ insideDiameterM: 0.0202, lengthM: 10, roughnessM: 1.5e-6 }, { densityKgPerM3: 0.74, viscosityPaS: 1.09e-5 }, 122.8) // 1.389e-3 (5 m³/h)
 */
export function pipeCapacity(run: Omit<PipeRun, 'flowM3PerS'>, gas: PipeGas, limitPa: number): Result<number> {
  const problem = firstOutside({ ...run, ...gas, flowM3PerS: 0, limitPa }, { ...RUN, lengthM: [0.01, 2000], limitPa: [0.1, 100_000] })
  if (problem) return problem
  let [low, high] = [1e-9, 10]
  for (let i = 0; i < 70; i++) {
    const middle = Math.sqrt(low * high)
    if (dropOf({ ...run, flowM3PerS: middle }, gas).dropPa <= limitPa) low = middle
    else high = middle
  }
  return ok(low)
}

/** Cr of the North American equation, by gas: natural gas (SG 0.60) and undiluted propane. */
export const NORTH_AMERICAN_CR = { natural: 0.6094, propane: 1.2462 } as const
const diameterTerm = (insideDiameterM: number) => 19.17 * fromSi(insideDiameterM, 'in', 'length')

/**
 * Flow that the North American low-pressure equation allows, m³/s: `D = Q^0.381 / (19.17·(ΔH/(Cr·L))^0.206)`, D in inches, Q ft³/h, ΔH inches of water,
 * L ft. Within 2 % of Darcy for ½ to 1 in, 13 % high for a busy 2 in.
 *
 * @example
 * // ½ in schedule 40, 20 ft, 0.5 inWC, natural gas
 * northAmericanCapacity(0.622 * 0.0254, 6.096, 124.5, 0.6094) // 9.35e-4 m³/s (118.9 ft³/h)
 */
export function northAmericanCapacity(insideDiameterM: number, lengthM: number, dropPa: number, cr: number): number {
  const gradient = fromSi(dropPa, 'inH2O', 'pressure') / (cr * fromSi(lengthM, 'ft', 'length'))
  return toSi((diameterTerm(insideDiameterM) * gradient ** 0.206) ** (1 / 0.381), 'ft³/h', 'flow')
}

/** Drop by the same equation, Pa. `northAmericanDrop(0.0158, 6.096, 9.35e-4, 0.6094)` → `124.5`. */
export function northAmericanDrop(insideDiameterM: number, lengthM: number, flowM3PerS: number, cr: number): number {
  if (flowM3PerS === 0) return 0
  const gradient = (fromSi(flowM3PerS, 'ft³/h', 'flow') ** 0.381 / diameterTerm(insideDiameterM)) ** (1 / 0.206)
  return toSi(gradient * cr * fromSi(lengthM, 'ft', 'length'), 'inH2O', 'pressure')
}

export interface DropFit {
  readonly expectedPa: number
  readonly excessPa: number
  /** Straight pipe of the same bore that would cost the excess, m; 0 when there is none. */
  readonly extraLengthM: number
  /** Loss coefficient of one obstruction that would: `Δp = K·ρ·v²/2`. */
  readonly obstructionK: number
  /** Bore of the *whole* run that would explain the measured drop: a wrong size in the wall, or soot and rust all along. */
  readonly effectiveDiameterM: number
  readonly finding: 'as-expected' | 'obstruction' | 'less-than-expected'
}

/**
 * A measured drop against the model: is something in the pipe, and how big?
 *
 * @param run the run with its fittings' equivalent length in `lengthM`; flow as it was while measuring, above zero.
 * @param measuredPa drop from one end to the other at that same flow, 0–50 kPa.
 * @param standardUncertaintyPa of the drop; the model itself is given 10 % (fittings, bore). *Obstruction* when above by twice both together.
 * Problems: `not-finite`, `out-of-range`.
 *
 * @example
 * fitDrop(run, gas, 300, 5) // expected 122.8 Pa: finding 'obstruction', extraLengthM 14.4
 */
export function fitDrop(run: PipeRun, gas: PipeGas, measuredPa: number, standardUncertaintyPa: number): Result<DropFit> {
  const problem = firstOutside(
    { ...run, ...gas, measuredPa, standardUncertaintyPa },
    { ...RUN, lengthM: [0.01, 2000], flowM3PerS: [1e-7, 10], measuredPa: [0, 50_000], standardUncertaintyPa: [0, 5000] },
  )
  if (problem) return problem
  const expected = dropOf(run, gas)
  const excessPa = measuredPa - expected.dropPa
  const limit = 2 * Math.hypot(standardUncertaintyPa, 0.1 * expected.dropPa)
  const dynamic = (gas.densityKgPerM3 * expected.velocityMPerS ** 2) / 2
  // Drop falls steadily with bore: bisection between a needle and ten times the pipe.
  let low = run.insideDiameterM / 20
  let high = run.insideDiameterM * 10
  for (let i = 0; i < 60; i++) {
    const middle = Math.sqrt(low * high)
    if (dropOf({ ...run, insideDiameterM: middle }, gas).dropPa > measuredPa) low = middle
    else high = middle
  }
  return ok({
    expectedPa: expected.dropPa,
    excessPa,
    extraLengthM: Math.max(0, (excessPa / expected.dropPa) * run.lengthM),
    obstructionK: Math.max(0, excessPa / dynamic),
    effectiveDiameterM: measuredPa === 0 ? run.insideDiameterM : Math.sqrt(low * high),
    finding: excessPa > limit ? 'obstruction' : excessPa < -limit ? 'less-than-expected' : 'as-expected',
  })
}
