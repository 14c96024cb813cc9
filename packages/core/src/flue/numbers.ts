import { AIR_OXYGEN, type FuelTerms, NITROGEN_PER_OXYGEN } from '../gas'
import { LIQUID_WATER_CP, latentHeat, molarEnthalpy } from './enthalpy'
import { saturationPressure, saturationTemperature } from './saturation'

/** Lower heating value of CO at 25 °C, J/mol (ISO 6976). */
const CO_HEAT = 282980

export interface FlueInput {
  readonly o2Dry: number
  readonly coDry: number
  readonly flueTemperatureK: number
  /** Of the *combustion* air: outside air on room-sealed appliances. */
  readonly airTemperatureK: number
  /** mol water per mol dry air; 0 for dry air. */
  readonly airWaterRatio: number
  readonly pressurePa: number
  readonly referenceK: number
}

/** Everything per mole of fuel, fractions of the gross calorific value at the reference temperature. No checks: see {@link analyseFlue}. */
export interface FlueNumbers {
  readonly lambda: number
  readonly excessAir: number
  readonly co2Dry: number
  readonly dryFlueMol: number
  readonly coAirFree: number
  readonly coToCo2: number
  readonly grossEfficiency: number
  readonly netEfficiency: number
  /** Sensible heat of the dry flue gas above the air temperature. */
  readonly dryLoss: number
  /** Heat of the water vapour: latent and sensible together. */
  readonly waterLoss: number
  readonly latentLoss: number
  readonly coLoss: number
  /** Null when there is no water in the flue gas at all: a fuel without hydrogen in dry air. */
  readonly dewPointK: number | null
  /** Share of all water that has condensed, 0 above the dew point. */
  readonly condensedShare: number
  /** Condensate, kg per joule of gross heat input. */
  readonly condensateKgPerJ: number
}

/** Enthalpies at a reference temperature: there are two of those in use, so they are worked out once. */
interface ReferenceEnthalpies {
  readonly co2: number
  readonly co: number
  readonly o2: number
  readonly n2: number
  readonly h2o: number
  readonly latent: number
}

const enthalpiesAt = (t0: number): ReferenceEnthalpies => ({
  co2: molarEnthalpy('CO2', t0),
  co: molarEnthalpy('CO', t0),
  o2: molarEnthalpy('O2', t0),
  n2: molarEnthalpy('N2', t0),
  h2o: molarEnthalpy('H2O', t0),
  latent: latentHeat(t0),
})
const AT_25 = enthalpiesAt(298.15)
const AT_15 = enthalpiesAt(288.15)
const referenceEnthalpies = (t0: number): ReferenceEnthalpies => (t0 === 298.15 ? AT_25 : t0 === 288.15 ? AT_15 : enthalpiesAt(t0))

/**
 * Oxygen in the dry flue gas that belongs to a CO2 reading (CO counted in the carbon balance).
 *
 * @example
 * o2FromCo2(methane.terms, 0.089, 50e-6) // 0.0500
 */
export function o2FromCo2(terms: FuelTerms, co2Dry: number, coDry: number): number {
  const dryFlue = terms.carbon / (co2Dry + coDry)
  return AIR_OXYGEN * (1 + (NITROGEN_PER_OXYGEN * coDry) / 2 - terms.dryFlue / dryFlue)
}

/**
 * The element and energy balance of one flue gas reading: the numeric heart, without checks, texts or uncertainty.
 *
 * Heat leaving with the flue is the enthalpy of its parts above the reference temperature, less what the air brought; water counts from the
 * liquid (gross basis). Below the dew point the vapour leaves saturated and the condensate leaves at flue temperature: an upper bound, since no
 * real exchanger reaches equilibrium.
 */
export function flueNumbers(terms: FuelTerms, input: FlueInput): FlueNumbers {
  const { o2Dry, coDry, flueTemperatureK: tf, airTemperatureK: ta, airWaterRatio, pressurePa, referenceK: t0 } = input
  const dryFlueMol = terms.dryFlue / (1 - o2Dry / AIR_OXYGEN + (NITROGEN_PER_OXYGEN * coDry) / 2)
  const co = coDry * dryFlueMol
  const o2 = o2Dry * dryFlueMol
  const o2Air = o2 + terms.oxygen - co / 2
  const n2Air = NITROGEN_PER_OXYGEN * o2Air
  const n2 = terms.nitrogen + n2Air
  const co2 = terms.carbon - co
  const airVapour = airWaterRatio * (o2Air + n2Air)
  const water = terms.water + airVapour

  const vapourShare = water / (dryFlueMol + water)
  const dewPointK = water > 0 ? saturationTemperature(pressurePa * vapourShare) : null
  let vapour = water
  if (dewPointK !== null && tf < dewPointK) {
    const saturated = saturationPressure(tf)
    vapour = Math.min(water, (dryFlueMol * saturated) / (pressurePa - saturated))
  }
  const condensed = water - vapour

  const reference = referenceEnthalpies(t0)
  const co2Ta = molarEnthalpy('CO2', ta)
  const coTa = molarEnthalpy('CO', ta)
  const o2Ta = molarEnthalpy('O2', ta)
  const n2Ta = molarEnthalpy('N2', ta)
  const dryAboveAir =
    co2 * (molarEnthalpy('CO2', tf) - co2Ta) +
    co * (molarEnthalpy('CO', tf) - coTa) +
    o2 * (molarEnthalpy('O2', tf) - o2Ta) +
    n2 * (molarEnthalpy('N2', tf) - n2Ta)
  // The dry flue at air temperature against the air that came in, both above the reference: a small shift that belongs to the water made of it.
  const shift =
    co2 * (co2Ta - reference.co2) + co * (coTa - reference.co) + (o2 - o2Air) * (o2Ta - reference.o2) + (n2 - n2Air) * (n2Ta - reference.n2)
  const airVapourHeat = airVapour === 0 ? 0 : airVapour * (molarEnthalpy('H2O', ta) - reference.h2o)
  const sensibleWater = vapour * (molarEnthalpy('H2O', tf) - reference.h2o) + condensed * LIQUID_WATER_CP * (tf - t0) - airVapourHeat
  const latentNet = (vapour - airVapour) * reference.latent

  const gross = t0 < 293 ? terms.gross15JPerMol : terms.grossJPerMol
  const net = gross - terms.water * reference.latent
  const dryLoss = dryAboveAir / gross
  const waterLoss = (latentNet + sensibleWater + shift) / gross
  const coLoss = (co * CO_HEAT) / gross
  const grossEfficiency = 1 - dryLoss - waterLoss - coLoss
  const lambda = o2Air / terms.oxygen
  return {
    lambda,
    excessAir: lambda - 1,
    co2Dry: co2 / dryFlueMol,
    dryFlueMol,
    coAirFree: (coDry * AIR_OXYGEN) / (AIR_OXYGEN - o2Dry),
    coToCo2: coDry === 0 ? 0 : coDry / (co2 / dryFlueMol),
    grossEfficiency,
    netEfficiency: (grossEfficiency * gross) / net,
    dryLoss,
    waterLoss,
    latentLoss: latentNet / gross,
    coLoss,
    dewPointK,
    condensedShare: water > 0 ? condensed / water : 0,
    condensateKgPerJ: (condensed * 0.01801528) / gross,
  }
}
