import { flueNumbers } from '@lucerna/core/flue'
import { AIR_OXYGEN, type GasProperties } from '@lucerna/core/gas'
import { normalDensity, normalUpperTail } from '@lucerna/core/measure'

// Called millions of times: taken out of the global object once.
const { exp, max, min } = Math

/** How a flame that is mixed as it burns makes CO: pockets of a spread σ of air ratios, some of them rich; it lifts above λl. Typical, simulated. */
export interface DiffusionFlame {
  readonly floorPpm: number
  readonly sigma: number
  readonly liftLambda: number
  readonly liftWidth: number
}
export const DIFFUSION: Readonly<Record<'atmospheric' | 'induced' | 'forced', DiffusionFlame>> = {
  atmospheric: { floorPpm: 12, sigma: 0.14, liftLambda: 2.3, liftWidth: 0.12 },
  induced: { floorPpm: 10, sigma: 0.13, liftLambda: 2.2, liftWidth: 0.1 },
  forced: { floorPpm: 6, sigma: 0.06, liftLambda: 1.9, liftWidth: 0.08 },
}
/** The most CO that a flame is said to make, mol/mol: far above any limit and any cell's range. */
const CO_MOST = 0.08
/** CO of a flame that gets too little air altogether, mol/mol for each part of air it lacks (water-gas balance, linear). */
const RICH_CO = 0.29

/**
 * CO air-free of a diffusion flame, mol/mol.
 *
 * @param dirt added to σ: dust, impingement, 0–0.08.
 * @example
 * diffusionCo(DIFFUSION.atmospheric, 1.3, 1, 0) // 50e-6 at about 5.9 % O2
 */
export function diffusionCo(flame: DiffusionFlame, lambda: number, load: number, dirt: number): number {
  const sigma = flame.sigma + dirt
  const z = (lambda - 1) / sigma
  const ppm =
    flame.floorPpm +
    0.6 * 0.29e6 * sigma * (normalDensity(z) - z * normalUpperTail(z)) +
    10 * exp(min(20, (lambda - flame.liftLambda) / flame.liftWidth)) +
    3000 * max(0, load - 1.05)
  return min(CO_MOST, ppm * 1e-6)
}

/**
 * CO of a premix flame as measured, mol/mol: an empirical curve of air ratio and load, high when rich and when it begins to lift.
 * Source: typical values of the product's simulation, not of any appliance.
 *
 * @example
 * premixCo(1.25, 1) // 45e-6
 */
export const premixCo = (lambda: number, load: number): number =>
  min(
    CO_MOST,
    (45 * max(load, 0.05) ** 0.7 * exp(min(9, -(lambda - 1.25) / 0.07)) + 10 * exp(min(20, (lambda - 1.5) / 0.03))) * 1e-6 +
      RICH_CO * max(0, 1 - lambda),
  )

/** Share of the rated flame current by air ratio and load: it peaks near λ 1, so that one current fits two mixtures. */
export const flameCurrentShare = (lambda: number, load: number): number => max(load, 0) ** 0.4 * exp(-(((lambda - 1) / 0.42) ** 2))

/** Flue gas as it leaves the exchanger, and where its heat went. */
export interface Flue {
  readonly o2Dry: number
  readonly co2Dry: number
  readonly coDry: number
  readonly temperatureK: number
  /** Share of the gross input that stays in the exchanger. */
  readonly grossEfficiency: number
  readonly dewPointK: number | null
  readonly condensateKgPerJ: number
  /** Wet flue gas for each mole of fuel. */
  readonly molPerMolFuel: number
}

/** Mean heat capacity of wet flue gas between room and flame, J/(mol·K). */
const FLAME_CP = 35.5

/**
 * The flue gas of a flame: composition by element balance, temperature by exchanger effectiveness `Tf = Tw + (Tad − Tw)·exp(−N)`, heat by the core's own
 * balance (condensing at equilibrium). Below the stoichiometric mixture what is not burnt leaves as CO.
 *
 * @param units number of transfer units at this load, fouling included.
 */
export function flueOf(
  gas: GasProperties,
  at: {
    readonly lambda: number
    readonly coAirFree: number
    readonly units: number
    readonly coolK: number
    readonly airTemperatureK: number
    readonly pressurePa: number
  },
): Flue {
  const { terms } = gas
  const lambda = max(at.lambda, 1)
  const excess = (lambda - 1) * terms.oxygen
  const dry = terms.dryFlue + excess / AIR_OXYGEN
  const o2Dry = excess / dry
  const rich = RICH_CO * max(0, 1 - at.lambda)
  const coDry = min(CO_MOST, (at.coAirFree * (AIR_OXYGEN - o2Dry)) / AIR_OXYGEN + rich)
  const molPerMolFuel = dry + terms.water
  const heat = (terms.gross15JPerMol / gas.grossToNet) * min(1, max(0.2, at.lambda))
  const flameK = at.airTemperatureK + heat / (molPerMolFuel * FLAME_CP)
  const temperatureK = at.coolK + (flameK - at.coolK) * exp(-at.units)
  const numbers = flueNumbers(terms, {
    o2Dry,
    coDry,
    flueTemperatureK: min(1900, max(230, temperatureK)),
    airTemperatureK: at.airTemperatureK,
    airWaterRatio: 0,
    pressurePa: at.pressurePa,
    referenceK: 298.15,
  })
  return {
    o2Dry,
    co2Dry: numbers.co2Dry,
    coDry,
    temperatureK,
    grossEfficiency: min(1, max(0, numbers.grossEfficiency)),
    dewPointK: numbers.dewPointK,
    condensateKgPerJ: numbers.condensateKgPerJ,
    molPerMolFuel,
  }
}
