import type { GasProperties } from '../gas'
import { DILUTION_O2, type FlueAnalysis } from './analysis'
import type { Origin } from './pair'

/** What is seen only when several channels of one flue gas reading are looked at together. */
export const FLUE_SIGNATURES = [
  'diluted',
  'diluted-for-its-rate',
  'perfect-zero-co',
  'over-range-co',
  'on-line-by-construction',
  'flue-not-hot-for-its-rate',
  'air-taken-as-flue',
  'below-dew-point',
  'hydrogen-set-by-o2',
] as const
export type FlueSignature = (typeof FLUE_SIGNATURES)[number]

/**
 * Wrong-method and plausibility signatures of a set of flue readings: findings, not refusals.
 *
 * - `diluted`: O2 above 17 %: air-free figures carry more than a tenth of doubt from the cell alone.
 * - `diluted-for-its-rate`: oxygen far above what was met at the same clocked gas rate, with a cooler flue: air got in between burner and probe.
 * - `perfect-zero-co`: CO exactly 0: dead cells read so too. `over-range-co`: at or above the cell's end.
 * - `on-line-by-construction`: one of O2 and CO2 is computed: no check of the pair.
 * - `flue-not-hot-for-its-rate`: less than 15 K above the air at a firing rate: probe out of the stream or no fire.
 * - `air-taken-as-flue`: O2 above 20 %.
 * - `below-dew-point`: the flue condenses: right on a condensing appliance, wrong in a chimney.
 * - `hydrogen-set-by-o2`: with more than 5 % hydrogen a CO2 target misleads; set by O2.
 *
 * @example
 * flueSignatures({ gas, analysis, coMeasured: true, o2Origin: 'measured', co2Origin: 'computed' }) // ['on-line-by-construction']
 */
export function flueSignatures(seen: {
  readonly gas: Pick<GasProperties, 'composition'>
  readonly analysis: Pick<FlueAnalysis, 'input' | 'condensing'>
  readonly coMeasured: boolean
  readonly o2Origin?: Origin | undefined
  readonly co2Origin?: Origin | undefined
  readonly coRange?: number | undefined
  /** The last good reading at the same clocked rate, if there is one. */
  readonly lastAtRate?: { readonly o2Dry: number; readonly flueTemperatureK: number } | undefined
}): FlueSignature[] {
  const { o2Dry, coDry, flueTemperatureK, airTemperatureK } = seen.analysis.input
  const { lastAtRate } = seen
  const found: Record<FlueSignature, boolean> = {
    diluted: o2Dry > DILUTION_O2,
    'diluted-for-its-rate':
      lastAtRate !== undefined && o2Dry - lastAtRate.o2Dry > 0.02 && flueTemperatureK < lastAtRate.flueTemperatureK - 10,
    'perfect-zero-co': seen.coMeasured && coDry === 0,
    'over-range-co': seen.coRange !== undefined && coDry >= seen.coRange,
    'on-line-by-construction':
      seen.o2Origin !== undefined && seen.co2Origin !== undefined && (seen.o2Origin === 'computed' || seen.co2Origin === 'computed'),
    'flue-not-hot-for-its-rate': flueTemperatureK - airTemperatureK < 15,
    'air-taken-as-flue': o2Dry > 0.2,
    'below-dew-point': seen.analysis.condensing,
    'hydrogen-set-by-o2': (seen.gas.composition.hydrogen ?? 0) > 0.05,
  }
  return FLUE_SIGNATURES.filter((s) => found[s])
}
