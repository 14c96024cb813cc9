import { AIR_OXYGEN, type GasProperties } from '../gas'

/** The constants instruments use for the short formula, by kind of gas. */
const SHORT = { second: { a2: 0.66, b: 0.009 }, third: { a2: 0.63, b: 0.008 } } as const

/**
 * Flue loss on net basis as an instrument shows it, fraction: `qA = (Tf − Ta)·(A2/(21 − O2) + B)` in percent and °C. It knows nothing of
 * condensing or CO and is within 0.1 points of first principles only up to about 200 °C on natural gas; on LPG it flatters by 0.15 to 1.1 points.
 * Undefined for gases without agreed constants (first family, none).
 *
 * @example
 * shortFlueLoss(naturalGas, 0.05, 453.15, 293.15) // 0.0804
 */
export function shortFlueLoss(
  gas: Pick<GasProperties, 'family'>,
  o2Dry: number,
  flueTemperatureK: number,
  airTemperatureK: number,
): number | undefined {
  if (gas.family !== 'second' && gas.family !== 'third') return undefined
  const { a2, b } = SHORT[gas.family]
  return ((flueTemperatureK - airTemperatureK) * (a2 / (21 - o2Dry * 100) + b)) / 100
}

/** Mean molar heat capacities from 20 to about 200 °C, J/(mol·K): flue gas near O2 6–9 %, and water vapour. */
const MEAN_CP_DRY = 30.35
const MEAN_CP_VAPOUR = 34.2
const LATENT_25 = 44016

/**
 * Flue loss on gross basis in the North American form, fraction, from net stack temperature and O2, with constant mean specific heats.
 *
 * Derivation: dry flue per mole of fuel is `Vd0·20.95/(20.95 − O2)`; it carries `cp,dry·ΔT`; the water formed carries its latent heat at 25 °C
 * and `cp,vapour·ΔT`; the sum over the gross calorific value is the loss. Agrees with {@link analyseFlue} within 0.5 points from 200 to 500 °F
 * net stack temperature; says nothing of CO and condensing.
 *
 * @example
 * northAmericanFlueLoss(usGas, 0.08, 183.3) // 0.198 (400 °F stack, 70 °F air)
 */
export function northAmericanFlueLoss(gas: Pick<GasProperties, 'terms'>, o2Dry: number, netStackDifferenceK: number): number {
  const { dryFlue, water, grossJPerMol } = gas.terms
  const dry = (dryFlue * AIR_OXYGEN) / (AIR_OXYGEN - o2Dry)
  return (dry * MEAN_CP_DRY * netStackDifferenceK + water * (LATENT_25 + MEAN_CP_VAPOUR * netStackDifferenceK)) / grossJPerMol
}
