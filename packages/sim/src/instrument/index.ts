import type { ChannelSpec } from '@lucerna/core/measure'
import { normal, type Random } from '../random'

/**
 * What an instrument in good order shows for a true value: scattered by a third of its stated limit of error, cut to its range, rounded to its
 * resolution.
 *
 * @example
 * shownBy(o2Cell, 0.0412, seededRandom(1)) // 0.041 or a neighbour
 */
export function shownBy(spec: ChannelSpec, trueValue: number, random: Random): number {
  const limit = Math.max(spec.absolute, spec.relative * Math.abs(trueValue))
  const scattered = Math.min(spec.max, Math.max(spec.min, trueValue + (limit / 6) * normal(random)))
  return Number((Math.round(scattered / spec.resolution) * spec.resolution).toPrecision(12))
}

export { LINE_EVERY_S, type Mishap, MISHAPS, type Place, placeFor, SimulatedKit } from './kit'
export { Sensor } from './sensors'
export { type BenchStart, startOnBench } from './startOnBench'
