import { AIR_OXYGEN, ATMOSPHERE_PA, FLUE_OXYGEN_LIMIT, type GasProperties } from '../gas'
import { fail, ok, type Result } from '../result'
import { ENTHALPY_RANGE_K } from './enthalpy'
import { type FlueInput, type FlueNumbers, flueNumbers, o2FromCo2 } from './numbers'

/** A set of flue readings. Give O2 or CO2, as the instrument *measured* it; with both, O2 is used. */
export interface FlueReadings {
  readonly o2Dry?: number
  readonly co2Dry?: number
  readonly coDry?: number
  readonly flueTemperatureK: number
  readonly airTemperatureK: number
  readonly airWaterRatio?: number
  readonly pressurePa?: number
  readonly referenceK?: 298.15 | 288.15
}

export interface FlueAnalysis extends FlueNumbers {
  readonly input: FlueInput
  readonly from: 'o2' | 'co2'
  readonly condensing: boolean
}

/** Above this oxygen a sample is mostly air: figures relative to "no air" carry more than a tenth of doubt from the cell alone. */
export const DILUTION_O2 = 0.17

const finite = (value: number | undefined): boolean => value === undefined || Number.isFinite(value)
const notFinite = (name: string): Result<never> => fail('not-finite', { name }, [name])

function wrongTemperature(name: string, value: number): Result<never> | undefined {
  if (!Number.isFinite(value)) return notFinite(name)
  const { min, max } = ENTHALPY_RANGE_K
  return value < min || value > max ? fail('temperature-range', { min, max, name }, [name]) : undefined
}

/**
 * Oxygen and CO checked against physics and, where CO2 was measured, turned into oxygen: the part of a flue analysis that needs no temperature.
 *
 * Problems: `not-finite`, `o2-or-co2-needed`, `o2-negative`, `o2-not-below-air` (20.9 % and more is air), `co2-not-positive`,
 * `co2-above-maximum` (more than this fuel can make), `co-negative`, `co-too-high` (above 10 % is not flue gas).
 */
export function oxygenOf(
  gas: GasProperties,
  readings: Pick<FlueReadings, 'o2Dry' | 'co2Dry' | 'coDry'>,
): Result<{ o2Dry: number; coDry: number; from: 'o2' | 'co2' }> {
  const { o2Dry, co2Dry, coDry = 0 } = readings
  if (!finite(o2Dry)) return notFinite('o2Dry')
  if (!finite(co2Dry)) return notFinite('co2Dry')
  if (!finite(coDry)) return notFinite('coDry')
  if (coDry < 0) return fail('co-negative', {}, ['coDry'])
  if (coDry > 0.1) return fail('co-too-high', { max: 0.1 }, ['coDry'])
  if (o2Dry !== undefined) {
    if (o2Dry < 0) return fail('o2-negative', {}, ['o2Dry'])
    if (o2Dry >= FLUE_OXYGEN_LIMIT) return fail('o2-not-below-air', { max: FLUE_OXYGEN_LIMIT }, ['o2Dry'])
    return ok({ o2Dry, coDry, from: 'o2' })
  }
  if (co2Dry === undefined) return fail('o2-or-co2-needed', {}, ['o2Dry'])
  if (co2Dry <= 0) return fail('co2-not-positive', {}, ['co2Dry'])
  const o2 = o2FromCo2(gas.terms, co2Dry, coDry)
  if (o2 < -1e-9) return fail('co2-above-maximum', { max: gas.co2Max }, ['co2Dry'])
  if (o2 >= FLUE_OXYGEN_LIMIT) return fail('o2-not-below-air', { max: FLUE_OXYGEN_LIMIT }, ['co2Dry'])
  return ok({ o2Dry: Math.max(0, o2), coDry, from: 'co2' })
}

/**
 * Everything one set of flue readings says: air ratio, CO2 or O2, CO air-free and ratio, losses, efficiency gross and net, dew point, condensate.
 *
 * Units SI; gas fractions mol/mol dry; efficiencies as fractions of the gross or net calorific value at the reference temperature (25 °C unless
 * said). Case, radiation and standby losses are not in it. Range: flue and air 200–1000 K, flue not colder than air, absolute pressure
 * 50–120 kPa. Problems: those of {@link oxygenOf}, `temperature-range`, `flue-colder-than-air`, `pressure-range`, `humidity-range`,
 * `co-above-carbon` (more CO than the carbon of this gas could make).
 * Source: element balance, NASA-7 enthalpies, Wagner–Pruss saturation.
 *
 * @example
 * analyseFlue(methane, { o2Dry: 0.05, flueTemperatureK: 453.15, airTemperatureK: 293.15 })
 * // grossEfficiency 0.828, netEfficiency 0.919, lambda 1.281, dewPointK 327.6
 */
export function analyseFlue(gas: GasProperties, readings: FlueReadings): Result<FlueAnalysis> {
  const oxygen = oxygenOf(gas, readings)
  if (!oxygen.ok) return oxygen
  const { flueTemperatureK, airTemperatureK, airWaterRatio = 0, pressurePa = ATMOSPHERE_PA, referenceK = 298.15 } = readings
  const wrong = wrongTemperature('flueTemperatureK', flueTemperatureK) ?? wrongTemperature('airTemperatureK', airTemperatureK)
  if (wrong) return wrong
  if (flueTemperatureK < airTemperatureK) return fail('flue-colder-than-air', {}, ['flueTemperatureK'])
  if (!(pressurePa >= 50_000 && pressurePa <= 120_000)) return fail('pressure-range', { min: 50_000, max: 120_000 }, ['pressurePa'])
  if (!(airWaterRatio >= 0 && airWaterRatio <= 0.1)) return fail('humidity-range', { min: 0, max: 0.1 }, ['airWaterRatio'])
  const input: FlueInput = {
    o2Dry: oxygen.value.o2Dry,
    coDry: oxygen.value.coDry,
    flueTemperatureK,
    airTemperatureK,
    airWaterRatio,
    pressurePa,
    referenceK,
  }
  // Three fields more on the same object: copying twenty of them costs ten times the analysis itself.
  const analysis = flueNumbers(gas.terms, input) as { -readonly [K in keyof FlueAnalysis]: FlueAnalysis[K] }
  // Pure hydrogen makes no carbon monoxide: such a pair of gas and reading is not one.
  if (analysis.co2Dry < 0) return fail('co-above-carbon', {}, ['coDry'])
  analysis.input = input
  analysis.from = oxygen.value.from
  analysis.condensing = analysis.condensedShare > 0
  return ok(analysis)
}

/**
 * A dry concentration as it would be at a stated oxygen content: `X·(20.95 − O2ref)/(20.95 − O2)`. With `referenceO2` 0 this is "air-free".
 *
 * @example
 * atReferenceOxygen(50e-6, 0.05, 0) // 65.7e-6
 * atReferenceOxygen(50e-6, 0.05, 0, 0.209) // 65.7e-6 by the field's 20.9
 */
export function atReferenceOxygen(fraction: number, o2Dry: number, referenceO2: number, airOxygen: number = AIR_OXYGEN): number {
  return (fraction * (airOxygen - referenceO2)) / (airOxygen - o2Dry)
}

/**
 * Mass of a pollutant per heat input, kg/J, from its dry fraction: through the dry flue volume of the fuel.
 *
 * @param molarMassKgPerMol 0.0280101 for CO, 0.0460055 for NOx counted as NO2.
 * @example
 * // 1 ppm CO at 0 % O2 on methane: 1.074 mg/kWh on net input
 * emissionPerHeat(methane, 1e-6, 0, 0.0280101, 'net') * 3.6e12 // 1.074
 */
export function emissionPerHeat(
  gas: GasProperties,
  fraction: number,
  o2Dry: number,
  molarMassKgPerMol: number,
  basis: 'gross' | 'net',
): number {
  const dryFlue = (gas.terms.dryFlue * AIR_OXYGEN) / (AIR_OXYGEN - o2Dry)
  const heat = basis === 'gross' ? gas.terms.gross15JPerMol : gas.terms.gross15JPerMol / gas.grossToNet
  return (fraction * dryFlue * molarMassKgPerMol) / heat
}
