import { AIR_OXYGEN, FLUE_OXYGEN_LIMIT, GAS_PRESET_IDS, type GasPreset, type GasProperties, presetGas } from '../gas'
import { fail, firstOutside, ok, type Result } from '../result'

/** CO2 maximum of carbon monoxide, the highest that any fuel of the trade has: 1 / (1 + N2 of half a mole of oxygen) = 34.6 %. */
const CO2_MAX_OF_CO = 0.347

/** Whether an instrument measured a figure or computed it from the other one. */
export type Origin = 'measured' | 'computed'

export interface FluePair {
  readonly o2Dry: number
  readonly co2Dry: number
  readonly coDry?: number | undefined
  readonly o2Origin: Origin
  readonly co2Origin: Origin
  /** Standard uncertainties. */
  readonly o2Uncertainty: number
  readonly co2Uncertainty: number
}

export interface PairCheck {
  /** `not-checked`: one of the two was computed from the other, so the pair lies on the line by construction and proves nothing. */
  readonly finding: 'on-line' | 'below-line' | 'above-line' | 'not-checked'
  /** CO2 that belongs to the O2 reading on this fuel. */
  readonly expectedCo2: number
  readonly offCo2: number
  /** Distance from the line in standard uncertainties of the distance. */
  readonly sigmas: number
  /** What the pair says the fuel's CO2 maximum is: `(CO2 + CO)·20.95/(20.95 − O2)`. */
  readonly co2MaxEstimated: number
  readonly co2MaxUncertainty: number
  /** Gases whose own CO2 maximum lies within two standard uncertainties of the estimate. */
  readonly fuels: readonly GasPreset[]
}

/**
 * Does a measured pair of O2 and CO2 lie on the fuel's line? Off it means: another fuel than set, a drifting cell, or CO that was not counted. Dilution by air
 * moves *along* the line and is not seen here.
 *
 * Range: O2 0 to below 20.9 %, CO2 0–25 %, CO to 10 %. Problems: `not-finite`, `out-of-range`, `no-uncertainty` (a check needs the instrument's doubt), `o2-not-below-air`,
 * `co2max-impossible` (the pair asks for more CO2 than burning pure carbon monoxide gives).
 * Source: element balance; linear propagation.
 *
 * @example
 * checkPair(methane, { o2Dry: 0.05, co2Dry: 0.102, o2Origin: 'measured', co2Origin: 'measured', o2Uncertainty: 0.001, co2Uncertainty: 0.0015 })
 * // finding 'above-line', co2MaxEstimated 0.134: more like propane
 */
export function checkPair(gas: Pick<GasProperties, 'co2Max'>, pair: FluePair): Result<PairCheck> {
  const { o2Dry, co2Dry, coDry = 0, o2Uncertainty, co2Uncertainty } = pair
  const problem = firstOutside(
    { o2Dry, co2Dry, coDry, o2Uncertainty, co2Uncertainty },
    { o2Dry: [0, 0.209], co2Dry: [0, 0.25], coDry: [0, 0.1], o2Uncertainty: [0, 0.05], co2Uncertainty: [0, 0.05] },
  )
  if (problem) return problem
  if (o2Dry >= FLUE_OXYGEN_LIMIT) return fail('o2-not-below-air', { max: FLUE_OXYGEN_LIMIT }, ['o2Dry'])
  if (Math.hypot(o2Uncertainty, co2Uncertainty) < 1e-7) return fail('no-uncertainty', {}, ['co2Uncertainty'])
  const carbon = co2Dry + coDry
  const undiluted = AIR_OXYGEN / (AIR_OXYGEN - o2Dry)
  const expectedCo2 = gas.co2Max / undiluted - coDry
  const offCo2 = co2Dry - expectedCo2
  const doubt = Math.hypot(co2Uncertainty, (gas.co2Max / AIR_OXYGEN) * o2Uncertainty)
  const sigmas = offCo2 / doubt
  const co2MaxEstimated = carbon * undiluted
  if (co2MaxEstimated > CO2_MAX_OF_CO) return fail('co2max-impossible', { estimated: co2MaxEstimated, max: CO2_MAX_OF_CO }, ['co2Dry'])
  const co2MaxUncertainty = Math.hypot(undiluted * co2Uncertainty, (co2MaxEstimated / (AIR_OXYGEN - o2Dry)) * o2Uncertainty)
  const measured = pair.o2Origin === 'measured' && pair.co2Origin === 'measured'
  return ok({
    finding: !measured ? 'not-checked' : Math.abs(sigmas) <= 2 ? 'on-line' : sigmas > 0 ? 'above-line' : 'below-line',
    expectedCo2,
    offCo2,
    sigmas,
    co2MaxEstimated,
    co2MaxUncertainty,
    fuels: measured ? GAS_PRESET_IDS.filter((id) => Math.abs(presetGas(id).co2Max - co2MaxEstimated) <= 2 * co2MaxUncertainty) : [],
  })
}
