import { flueNumbers } from '@lucerna/core/flue'
import { AIR_OXYGEN, ATMOSPHERE_PA, type GasProperties } from '@lucerna/core/gas'
import { DIFFUSION, diffusionCo, premixCo } from '../engine'

/** What a burner is doing, as far as its steady flue gas depends on it. */
export interface SteadyInput {
  readonly kind: 'premix' | 'induced'
  readonly gas: GasProperties
  /** Air ratio at the burner. */
  readonly lambda: number
  /** Share of rated input, 0.1–1.1. */
  readonly load: number
  /** Return water (or return air) temperature, K. */
  readonly returnTemperatureK: number
  /** Fouling of the exchanger: 0 clean to 0.35 choked. */
  readonly fouling: number
  readonly airTemperatureK: number
  /** Chamber or fan differential of a clean exchanger at full load, Pa. */
  readonly cleanDifferentialPa: number
}

export interface SteadyOutput {
  readonly o2Dry: number
  readonly co2Dry: number
  readonly coDry: number
  readonly flueTemperatureK: number
  readonly chamberDifferentialPa: number
}

/** Typical engineering values, simulated; never field limits. */
const EXCHANGER = { premix: { transferUnits: 4.8 }, induced: { transferUnits: 2.3 } } as const
const LOAD_EXPONENT = 0.3

/**
 * The flue gas of a burner that has settled: composition from the air ratio by element balance, temperature from exchanger effectiveness and
 * fouling, flow resistance from load and fouling.
 *
 * @throws RangeError outside λ 1.0–3, load 0.1–1.1, fouling 0–0.35.
 * @example
 * steadyFlue({ kind: 'premix', gas, lambda: 1.25, load: 1, … }).co2Dry // 0.093 on natural gas H
 */
export function steadyFlue(input: SteadyInput): SteadyOutput {
  const { kind, gas, lambda, load, fouling, returnTemperatureK: water, airTemperatureK } = input
  if (!(lambda >= 1 && lambda <= 3)) throw new RangeError('Air ratio must be 1 to 3.')
  if (!(load >= 0.1 && load <= 1.1)) throw new RangeError('Load must be 0.1 to 1.1 of rated input.')
  if (!(fouling >= 0 && fouling <= 0.35)) throw new RangeError('Fouling must be 0 to 0.35.')
  const excess = (lambda - 1) * gas.terms.oxygen
  const o2Dry = excess / (gas.terms.dryFlue + excess / AIR_OXYGEN)
  const coDry =
    kind === 'premix' ? premixCo(lambda, load) : (diffusionCo(DIFFUSION.induced, lambda, load, 0) * (AIR_OXYGEN - o2Dry)) / AIR_OXYGEN
  // Adiabatic flame temperature falls with excess air: net heat over the flue's heat capacity, about 33 J/(mol·K) mean.
  const flueMol = gas.terms.dryFlue + excess / AIR_OXYGEN + gas.terms.water
  const adiabatic = airTemperatureK + gas.terms.gross15JPerMol / gas.grossToNet / (flueMol * 35.5)
  const units = EXCHANGER[kind].transferUnits * load ** -LOAD_EXPONENT * (1 - fouling)
  const flueTemperatureK = water + (adiabatic - water) * Math.exp(-units)
  const { co2Dry } = flueNumbers(gas.terms, {
    o2Dry,
    coDry,
    flueTemperatureK,
    airTemperatureK,
    airWaterRatio: 0,
    pressurePa: ATMOSPHERE_PA,
    referenceK: 298.15,
  })
  return { o2Dry, co2Dry, coDry, flueTemperatureK, chamberDifferentialPa: input.cleanDifferentialPa * load ** 2 * (1 + 3 * fouling) }
}
