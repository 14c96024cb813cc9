import { fail, firstOutside, ok, type Result } from '../result'

/**
 * Open and loaded voltage of a thermocouple or pilot generator with the load's resistance: the source's own resistance and whether the loss sits in the
 * source or in the circuit. Open and loaded are two measurands, never judged by each other's band.
 *
 * Range: 0.1 mV–2 V, load 1 mΩ–10 kΩ. Problems: `not-finite`, `out-of-range`, `loaded-above-open` (leads swapped or flame changed between the two).
 *
 * @example
 * sourceResistance(0.030, 0.015, 0.02) // 0.02 Ω: half the voltage is lost inside
 */
export function sourceResistance(openV: number, loadedV: number, loadOhm: number): Result<{ sourceOhm: number; currentA: number }> {
  const problem = firstOutside({ openV, loadedV, loadOhm }, { openV: [1e-4, 2], loadedV: [1e-4, 2], loadOhm: [0.001, 10_000] })
  if (problem) return problem
  if (loadedV > openV) return fail('loaded-above-open', {}, ['loadedV'])
  const currentA = loadedV / loadOhm
  return ok({ sourceOhm: (openV - loadedV) / currentA, currentA })
}

/**
 * Power and current of an igniter or heater at a voltage, from its resistance *at working temperature*: the cold resistance of a silicon carbide igniter is
 * far higher than the hot one, so the cold value is judged by itself and the current is measured.
 *
 * Range: 1–500 V, 0.5 Ω–100 kΩ. Problems: `not-finite`, `out-of-range`.
 *
 * @example
 * ohmsLaw(120, 30) // { currentA: 4, powerW: 480 }
 */
export function ohmsLaw(voltageV: number, resistanceOhm: number): Result<{ currentA: number; powerW: number }> {
  const problem = firstOutside({ voltageV, resistanceOhm }, { voltageV: [0.001, 500], resistanceOhm: [0.01, 1e6] })
  return problem ?? ok({ currentA: voltageV / resistanceOhm, powerW: voltageV ** 2 / resistanceOhm })
}

/** Temperature coefficient of copper, 1/K at 20 °C (IEC 60228). */
const COPPER_ALPHA = 0.00393

/**
 * A copper coil's resistance brought to 20 °C, so that a hot coil is not condemned by a cold card value.
 *
 * @example
 * copperAt20(4_200, 343.15) // 3 510 Ω
 */
export function copperAt20(ohm: number, temperatureK: number): Result<number> {
  const problem = firstOutside({ ohm, temperatureK }, { ohm: [0.01, 1e6], temperatureK: [233.15, 453.15] })
  return problem ?? ok(ohm / (1 + COPPER_ALPHA * (temperatureK - 293.15)))
}

/**
 * Flame current against air ratio: it peaks near λ 1, so one current fits two mixtures and never replaces the analyser.
 *
 * Model (typical, simulated; never a field limit): `I = Ipeak·exp(−((λ − 1)/0.42)²)`.
 *
 * @returns the two air ratios; equal at the peak. Problems: `not-finite`, `out-of-range`, `above-peak`.
 * @example
 * flameLambdas(5.6e-6, 8e-6) // lean 1.251, rich 0.749
 */
export function flameLambdas(currentA: number, peakA: number): Result<{ lean: number; rich: number }> {
  const problem = firstOutside({ currentA, peakA }, { currentA: [1e-8, 1e-3], peakA: [1e-7, 1e-3] })
  if (problem) return problem
  if (currentA > peakA) return fail('above-peak', { max: peakA }, ['currentA'])
  const away = 0.42 * Math.sqrt(Math.log(peakA / currentA))
  return ok({ lean: 1 + away, rich: 1 - away })
}

/** Which measurements of the electrics are easily taken for one another, and what the value itself gives away. */
export const METHOD_SIGNATURES = [
  'loaded-read-as-open',
  'open-read-as-loaded',
  'igniter-measured-hot',
  'igniter-of-other-kind',
  'leads-reversed',
  'meter-in-kilo-range',
] as const
export type MethodSignature = (typeof METHOD_SIGNATURES)[number]

/** Typical values of the electrics (simulated, never field limits): the card decides. */
export const TYPICAL_ELECTRICS = {
  'thermocouple.open': { min: 0.025, max: 0.035 },
  'thermocouple.loaded': { min: 0.012, max: 0.02 },
  'pilotGenerator.open': { min: 0.5, max: 0.75 },
  'pilotGenerator.loaded': { min: 0.325, max: 0.48 },
  'igniter.silicon-carbide': { min: 40, max: 90 },
  'igniter.silicon-nitride': { min: 11, max: 20 },
} as const
export type ElectricCheck = keyof typeof TYPICAL_ELECTRICS

const OTHER: Partial<Record<ElectricCheck, { other: ElectricCheck; signature: MethodSignature }>> = {
  'thermocouple.open': { other: 'thermocouple.loaded', signature: 'loaded-read-as-open' },
  'thermocouple.loaded': { other: 'thermocouple.open', signature: 'open-read-as-loaded' },
  'pilotGenerator.open': { other: 'pilotGenerator.loaded', signature: 'loaded-read-as-open' },
  'pilotGenerator.loaded': { other: 'pilotGenerator.open', signature: 'open-read-as-loaded' },
  'igniter.silicon-carbide': { other: 'igniter.silicon-nitride', signature: 'igniter-of-other-kind' },
  'igniter.silicon-nitride': { other: 'igniter.silicon-carbide', signature: 'igniter-of-other-kind' },
}

/**
 * Does a value outside its own band fit another method's? Then the method, not the part, is looked at first.
 *
 * @param band the card's, or the typical one when the card has none.
 * @example
 * methodSignature('thermocouple.open', 0.015) // 'loaded-read-as-open'
 */
export function methodSignature(
  check: ElectricCheck,
  value: number,
  band: { readonly min: number; readonly max: number } = TYPICAL_ELECTRICS[check],
): MethodSignature | undefined {
  if (value >= band.min && value <= band.max) return undefined
  const inside = (v: number, b: { min: number; max: number }) => v >= b.min && v <= b.max
  if (value < 0 && inside(-value, band)) return 'leads-reversed'
  if (inside(value * 1000, band) && value < band.min / 100) return 'meter-in-kilo-range'
  const pair = OTHER[check]
  if (pair && inside(value, TYPICAL_ELECTRICS[pair.other])) return pair.signature
  // A silicon carbide igniter falls to a third and less of its cold resistance when it glows.
  if (check === 'igniter.silicon-carbide' && value < band.min && value > band.min / 5) return 'igniter-measured-hot'
  return undefined
}
