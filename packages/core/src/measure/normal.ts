import { fail, ok, type Result } from '../result'
import { medianOf, type Sample, trend } from './robust'

/** What is normal for one figure of one appliance, from its own history. */
export interface Normal {
  readonly count: number
  readonly median: number
  /** Where nearly all earlier values lay about their trend (three robust sigmas, never less than the floor), at the time of the latest. */
  readonly low: number
  readonly high: number
  /** How the figure moves, in value a second; null while it does not, or too few are known. */
  readonly slopePerS: number | null
  readonly latest: number
  /** The latest against what its history led to expect; `too-few` below three earlier values. */
  readonly verdict: 'as-usual' | 'higher' | 'lower' | 'too-few'
}

const FEWEST_BEFORE = 3

/**
 * Is the latest value what this appliance usually shows? The earlier values give a robust middle and scatter, and a trend where there is one
 * (a slow creep is then not a surprise, but said as a slope). It judges nothing: a value can be normal for an appliance and outside its card.
 *
 * @param history values over time, oldest first; the last one is the latest. Seconds on any clock.
 * @param floor a difference that means nothing, SI: the doubt of such a reading.
 * Problems: `not-finite`, `samples-out-of-order`, `empty`. Source: Theil–Sen slope, median absolute deviation.
 *
 * @example
 * normalOf([90, 90.2, 89.9, 90.1, 93].map((value, s) => ({ s, value })), 0.2) // { verdict: 'higher', median: 90.1, latest: 93, … }
 */
export function normalOf(history: readonly Sample[], floor: number): Result<Normal> {
  const latest = history.at(-1)
  if (!latest) return fail('empty')
  for (const [i, p] of history.entries()) {
    if (!Number.isFinite(p.s) || !Number.isFinite(p.value)) return fail('not-finite', { name: 'history' }, ['history', i])
    if (i > 0 && p.s < history[i - 1]!.s) return fail('samples-out-of-order', {}, ['history', i])
  }
  const before = history.slice(0, -1)
  const median = medianOf(history.map((p) => p.value))
  if (before.length < FEWEST_BEFORE)
    return ok({ count: history.length, median, low: median, high: median, slopePerS: null, latest: latest.value, verdict: 'too-few' })
  const line = trend(before)
  const span = before.at(-1)!.s - before[0]!.s
  const moved = Math.abs(line.slope) * span
  // A creep counts when it has carried the figure beyond its scatter and beyond what a reading can tell.
  const moves = moved > Math.max(floor, 3 * line.scatter)
  const still = moves ? null : medianOf(before.map((p) => p.value))
  const t0 = medianOf(before.map((p) => p.s))
  const expected = still ?? line.middle + line.slope * (latest.s - t0)
  const scatter = still === null ? line.scatter : 1.4826 * medianOf(before.map((p) => Math.abs(p.value - still)))
  const reach = Math.max(3 * scatter, floor)
  const away = latest.value - expected
  return ok({
    count: history.length,
    median,
    low: expected - reach,
    high: expected + reach,
    slopePerS: moves ? line.slope : null,
    latest: latest.value,
    verdict: Math.abs(away) <= reach ? 'as-usual' : away > 0 ? 'higher' : 'lower',
  })
}
