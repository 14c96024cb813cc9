import { flueNumbers } from '@lucerna/core/flue'
import { AIR_OXYGEN, ATMOSPHERE_PA, type GasProperties } from '@lucerna/core/gas'

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

/** Standard normal density and upper tail (Abramowitz and Stegun 26.2.17, error below 1e-7). */
const density = (z: number): number => Math.exp(-0.5 * z * z) / Math.sqrt(2 * Math.PI)
function upperTail(z: number): number {
  const t = 1 / (1 + 0.2316419 * Math.abs(z))
  const tail = density(z) * t * (0.31938153 + t * (-0.356563782 + t * (1.781477937 + t * (-1.821255978 + t * 1.330274429))))
  return z >= 0 ? tail : 1 - tail
}

/**
 * CO of a premix flame as measured, mol/mol: an empirical curve of air ratio and load, high when rich and when it begins to lift.
 * Source: typical values of the product's simulation, not of any appliance.
 */
const premixCo = (lambda: number, load: number): number =>
  (45 * load ** 0.7 * Math.exp(-(lambda - 1.25) / 0.07) + 10 * Math.exp((lambda - 1.5) / 0.03)) * 1e-6

/** CO air-free of an induced-draught diffusion flame, mol/mol: pockets of a lognormal-like spread of air ratios burn rich. */
function inducedCoAirFree(lambda: number, load: number): number {
  const sigma = 0.13
  const z = (lambda - 1) / sigma
  return (
    (10 + 0.6 * 0.29e6 * sigma * (density(z) - z * upperTail(z)) + 10 * Math.exp((lambda - 2.2) / 0.1) + 3000 * Math.max(0, load - 1.05)) *
    1e-6
  )
}

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
  const coDry = kind === 'premix' ? premixCo(lambda, load) : (inducedCoAirFree(lambda, load) * (AIR_OXYGEN - o2Dry)) / AIR_OXYGEN
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
