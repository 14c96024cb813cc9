import type { Card } from '../appliance'
import { planRates } from '../heat'

/** So long a rate is held to be set or calibrated and read, s; what is made of an input that nobody measured; a litre of water, kg; where the limit stops it, K. Typical. */
const HOLDS_S = 240
const USEFUL = 0.9
const LITRE_KG = 1
const LIMIT_K = 353.15

/** Whether the water stands all rates of a desk one after another. */
export interface FireWindow {
  readonly minutes: number
  readonly minutesEach: number
  /** Temperature at the end, and where the limit stops it, K. */
  readonly endK: number
  readonly limitK: number
  /** Heat load that is missing; 0 where the water stands it, W. */
  readonly missingLoadW: number
  /** Rates in the order that warms least. */
  readonly order: readonly string[]
}

/**
 * How long a water heater can be fired for its setting: every rate of the desk for four minutes, the smallest first, with typical values where nobody gave the maker's.
 *
 * @param litres water in the boiler and open circuits, 1 to 20 000 L. @param loadW heat taken off meanwhile, W. @param startK flow temperature now, K.
 * @returns null outside of these ranges.
 * @example
 * fireWindow(card, ['max', 'min'], { litres: 60, loadW: 0, startK: 323.15 }) // { minutes: 8, endK: …, missingLoadW: 3500, order: ['min', 'max'], … }
 */
export function fireWindow(
  card: Pick<Card, 'firingStates'>,
  rateIds: readonly string[],
  { litres, loadW, startK }: { readonly litres: number; readonly loadW: number; readonly startK: number },
): FireWindow | null {
  if (!(litres >= 1 && litres <= 20_000 && loadW >= 0)) return null
  const rates = card.firingStates.flatMap(({ id, nominalInputW }) =>
    nominalInputW !== null && rateIds.includes(id) ? [{ id, outputW: USEFUL * nominalInputW, seconds: HOLDS_S }] : [],
  )
  const { steps, missingLoadW } = planRates(rates, { loadW, waterKg: litres * LITRE_KG, metalJPerK: 0, startK, limitK: LIMIT_K })
  return {
    minutes: Math.round((rates.length * HOLDS_S) / 60),
    minutesEach: HOLDS_S / 60,
    endK: Math.max(startK, steps.at(-1)?.endK ?? startK),
    limitK: LIMIT_K,
    missingLoadW,
    order: steps.map((s) => s.id),
  }
}
