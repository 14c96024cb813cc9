import { fail, firstOutside, notOneUnknown, ok, type Result } from '../result'

/**
 * Density of water, kg/m³, 0–150 °C: Kell's formula (J. Chem. Eng. Data 20, 1975). `waterDensity(293.15)` → `998.2`.
 */
export function waterDensity(temperatureK: number): number {
  const t = temperatureK - 273.15
  const top = 999.83952 + t * (16.945176 + t * (-7.9870401e-3 + t * (-46.170461e-6 + t * (105.56302e-9 - t * 280.54253e-12))))
  return top / (1 + 16.87985e-3 * t)
}

/** Specific heat of water, J/(kg·K), as used in heating: 4186 (4178–4217 from 0 to 100 °C). */
export const WATER_CP = 4186

export interface WaterSide {
  readonly outputW?: number | undefined
  readonly flowM3PerS?: number | undefined
  /** Flow less return. */
  readonly differenceK?: number | undefined
  /** Of the water where its volume is counted. */
  readonly waterTemperatureK: number
  /** Glycol and the like: over plain water's; 1 by default. */
  readonly heatCapacityFactor?: number | undefined
}

/**
 * The water side, solved for the one of output, flow and temperature difference that is left out: `P = ρ·cp·V·ΔT`.
 *
 * Range: 10 W–50 MW, 0.1 L/min–1 m³/s, 0.2–120 K, water 0–150 °C. Problems: `one-unknown`, `not-finite`, `out-of-range`.
 *
 * @example
 * waterSide({ outputW: 24_000, differenceK: 20, waterTemperatureK: 333.15 }) // flowM3PerS 2.92e-4 (17.5 L/min)
 */
export function waterSide(given: WaterSide): Result<{ outputW: number; flowM3PerS: number; differenceK: number; massFlowKgPerS: number }> {
  const { outputW: p, flowM3PerS: v, differenceK: dt, waterTemperatureK, heatCapacityFactor = 1 } = given
  const ranges = {
    outputW: [10, 5e7],
    flowM3PerS: [1e-6, 1],
    differenceK: [0.2, 120],
    waterTemperatureK: [273.15, 423.15],
    heatCapacityFactor: [0.5, 1.1],
  } as const
  const problem = firstOutside(given, ranges)
  if (problem) return problem
  const unknown = notOneUnknown({ outputW: p, flowM3PerS: v, differenceK: dt })
  if (unknown) return unknown
  const c = waterDensity(waterTemperatureK) * WATER_CP * heatCapacityFactor
  const solved = { outputW: p ?? c * v! * dt!, flowM3PerS: v ?? p! / (c * dt!), differenceK: dt ?? p! / (c * v!) }
  return (
    firstOutside(solved, { outputW: ranges.outputW, flowM3PerS: ranges.flowM3PerS, differenceK: ranges.differenceK }) ??
    ok({ ...solved, massFlowKgPerS: waterDensity(waterTemperatureK) * solved.flowM3PerS })
  )
}

export interface Balance {
  readonly expectedOutputW: number
  readonly gapW: number
  /** Gap over input. */
  readonly gapShare: number
  readonly sigmas: number
  readonly finding: 'closes' | 'output-high' | 'output-low'
}

/**
 * Does input times efficiency meet what air or water carries away? If not within two standard uncertainties, something is mis-measured (or, output low, lost
 * through the case).
 *
 * @param inputW and `efficiency` on the same basis, gross or net.
 * @param caseLossShare of the input through the case, 0–0.2.
 * Problems: `not-finite`, `out-of-range`.
 *
 * @example
 * heatBalance({ inputW: 26_000, efficiency: 0.9, outputW: 20_000, inputUncertaintyW: 260, outputUncertaintyW: 600, efficiencyUncertainty: 0.002, caseLossShare: 0.01 })
 * // finding 'output-low', sigmas −4.8
 */
export function heatBalance(b: {
  readonly inputW: number
  readonly efficiency: number
  readonly outputW: number
  readonly caseLossShare: number
  readonly inputUncertaintyW: number
  readonly outputUncertaintyW: number
  readonly efficiencyUncertainty: number
}): Result<Balance> {
  const problem = firstOutside(b, {
    inputW: [10, 5e7],
    efficiency: [0.1, 1.15],
    outputW: [0, 5e7],
    caseLossShare: [0, 0.2],
    inputUncertaintyW: [0, 1e7],
    outputUncertaintyW: [0, 1e7],
    efficiencyUncertainty: [0, 0.2],
  })
  if (problem) return problem
  const useful = b.efficiency - b.caseLossShare
  const expectedOutputW = b.inputW * useful
  const gapW = b.outputW - expectedOutputW
  const doubt = Math.hypot(useful * b.inputUncertaintyW, b.inputW * b.efficiencyUncertainty, b.outputUncertaintyW)
  if (doubt < 1e-6 * b.inputW) return fail('no-uncertainty', {}, ['outputUncertaintyW'])
  const sigmas = gapW / doubt
  return ok({
    expectedOutputW,
    gapW,
    gapShare: gapW / b.inputW,
    sigmas,
    finding: Math.abs(sigmas) <= 2 ? 'closes' : sigmas > 0 ? 'output-high' : 'output-low',
  })
}
