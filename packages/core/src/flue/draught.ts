import { AIR_MOLAR_MASS, AIR_OXYGEN, airDensity, ATMOSPHERE_PA, type GasProperties, idealDensity } from '../gas'
import { firstOutside, ok, type Result } from '../result'
import { flueNumbers } from './numbers'

const G = 9.80665
/** Molar masses of flue gas components, kg/mol. */
const MASS = { co2: 0.0440095, h2o: 0.01801528, o2: 0.0319988, n2: 0.0280134 }
/** What stands for nitrogen in air holds its argon too: its mean mass makes flue gas without fuel weigh exactly what air does. */
const AIR_NITROGEN_MASS = (AIR_MOLAR_MASS - AIR_OXYGEN * MASS.o2) / (1 - AIR_OXYGEN)

/**
 * Molar mass of wet flue gas, kg/mol, before any dilution in a hood. `flueMolarMass(methane, 0.08)` → `0.02815`.
 *
 * @param dilutionShare share of room air drawn in at a hood or diverter, mol of air per mol of mixture, 0–0.95.
 */
export function flueMolarMass(gas: Pick<GasProperties, 'terms'>, o2Dry: number, dilutionShare = 0): number {
  const { dryFlueMol: dry, co2Dry } = flueNumbers(gas.terms, {
    o2Dry,
    coDry: 0,
    flueTemperatureK: 400,
    airTemperatureK: 288.15,
    airWaterRatio: 0,
    pressurePa: ATMOSPHERE_PA,
    referenceK: 298.15,
  })
  const n2Air = dry * (1 - co2Dry - o2Dry) - gas.terms.nitrogen
  const mass =
    dry * co2Dry * MASS.co2 + dry * o2Dry * MASS.o2 + gas.terms.nitrogen * MASS.n2 + n2Air * AIR_NITROGEN_MASS + gas.terms.water * MASS.h2o
  return (1 - dilutionShare) * (mass / (dry + gas.terms.water)) + dilutionShare * AIR_MOLAR_MASS
}

/**
 * Theoretical draught of a chimney, Pa (positive), from the densities of outside air and flue gas: `g·h·(ρair − ρflue)`; without the resistance of the
 * flue, without wind. With flue gas taken as air it would come out 5 % low for natural gas.
 *
 * Range: height 0.1–100 m, O2 0–20.9 %, flue and air −40…600 °C. Problems: `not-finite`, `out-of-range`.
 *
 * @param flueMeanK mean temperature over the height, not at the hood.
 * @example
 * theoreticalDraught({ gas: methane, o2Dry: 0.08, heightM: 10, flueMeanK: 423.15, outsideK: 283.15 }) // 42.75 Pa
 */
export function theoreticalDraught(flue: {
  readonly gas: Pick<GasProperties, 'terms'>
  readonly o2Dry: number
  readonly heightM: number
  readonly flueMeanK: number
  readonly outsideK: number
  readonly barometerPa?: number | undefined
  readonly dilutionShare?: number | undefined
}): Result<{ draughtPa: number; airDensity: number; flueDensity: number; takenAsAirPa: number }> {
  const { gas, o2Dry, heightM, flueMeanK, outsideK, barometerPa = ATMOSPHERE_PA, dilutionShare = 0 } = flue
  const problem = firstOutside(
    { o2Dry, heightM, flueMeanK, outsideK, barometerPa, dilutionShare },
    {
      o2Dry: [0, 0.209],
      heightM: [0.1, 100],
      flueMeanK: [233.15, 873.15],
      outsideK: [223.15, 333.15],
      barometerPa: [50_000, 110_000],
      dilutionShare: [0, 0.95],
    },
  )
  if (problem) return problem
  const air = airDensity(outsideK, barometerPa)
  const flueDensity = idealDensity(flueMolarMass(gas, o2Dry, dilutionShare), flueMeanK, barometerPa)
  return ok({
    draughtPa: G * heightM * (air - flueDensity),
    airDensity: air,
    flueDensity,
    takenAsAirPa: G * heightM * (air - airDensity(flueMeanK, barometerPa)),
  })
}

export const DRAUGHT_FINDINGS = ['spilling', 'weak', 'weak-warm-day', 'typical', 'strong'] as const
export type DraughtFinding = (typeof DRAUGHT_FINDINGS)[number]

/**
 * A measured draught (negative: suction) downstream of the hood against what is typical: −2.5…−10 Pa, −1 Pa on warm days (above about 30 °C).
 * At the hood's own inlet it is about zero and says nothing.
 *
 * @example
 * judgeDraught(-1.5, 303.65) // 'weak-warm-day': enough on such a day; prove that nothing spills
 */
export function judgeDraught(measuredPa: number, outsideK: number): DraughtFinding {
  if (measuredPa >= 0) return 'spilling'
  if (measuredPa > -2.5) return outsideK > 303.15 && measuredPa <= -1 ? 'weak-warm-day' : 'weak'
  return measuredPa < -10 ? 'strong' : 'typical'
}
