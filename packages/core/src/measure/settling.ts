import { fail, ok, type Result } from '../result'
import { type Sample, trend } from './robust'

/** How one channel settles: its window, what may still move and scatter in it, SI. */
export interface SettlingRule {
  readonly windowS: number
  /** Most that the trend may move the value over the window. */
  readonly driftOverWindow: number
  /** Most scatter about the trend (one sigma). */
  readonly scatter: number
  /** Void after light-off for so long, s. */
  readonly blankingS: number
}

/** Typical rules by channel; O2 and CO settle differently. A practice may have its own. */
export const SETTLING_RULES = {
  o2: { windowS: 60, driftOverWindow: 0.001, scatter: 0.0008, blankingS: 60 },
  co2: { windowS: 60, driftOverWindow: 0.001, scatter: 0.0006, blankingS: 60 },
  co: { windowS: 90, driftOverWindow: 5e-6, scatter: 4e-6, blankingS: 60 },
  flueTemperature: { windowS: 120, driftOverWindow: 2, scatter: 0.8, blankingS: 60 },
  pressure: { windowS: 10, driftOverWindow: 5, scatter: 4, blankingS: 0 },
  draught: { windowS: 20, driftOverWindow: 0.5, scatter: 0.6, blankingS: 60 },
} as const satisfies Record<string, SettlingRule>

export interface Settling {
  readonly state: 'too-few' | 'blanked' | 'moving' | 'noisy' | 'settled'
  /** Robust trend, SI per second, and its standard uncertainty. */
  readonly slopePerS: number
  readonly slopeUncertainty: number
  /** Robust scatter about the trend, one sigma. */
  readonly scatter: number
  /** Middle of the window: what to write down. */
  readonly value: number
}

/** At most so many samples count: more say nothing new about a minute and cost the square of their number. */
const MOST = 120

function window(samples: readonly Sample[], seconds: number): Sample[] {
  const end = samples.at(-1)?.s ?? 0
  const inside = samples.filter((p) => p.s >= end - seconds)
  const every = Math.ceil(inside.length / MOST)
  return inside.filter((_, i) => (inside.length - 1 - i) % every === 0)
}

function usable(samples: readonly Sample[]): Result<never> | undefined {
  for (const [i, p] of samples.entries()) {
    if (!Number.isFinite(p.s) || !Number.isFinite(p.value)) return fail('not-finite', { name: 'samples' }, ['samples', i])
    if (i > 0 && p.s < samples[i - 1]!.s) return fail('samples-out-of-order', {}, ['samples', i])
  }
  return undefined
}

/**
 * Has a channel settled? Over a sliding window its robust trend and its scatter are held against its own tolerance; the first minute after light-off is void.
 *
 * @param lightOffS when the burner lit, on the samples' clock, if it did during the trace.
 * Problems: `not-finite`, `samples-out-of-order`. Source: Theil–Sen slope, median absolute deviation.
 *
 * @example
 * settling(trace, SETTLING_RULES.o2, 0) // { state: 'settled', value: 0.0498, slopePerS: 2e-7, scatter: 0.0004, … }
 */
export function settling(samples: readonly Sample[], rule: SettlingRule, lightOffS?: number): Result<Settling> {
  const problem = usable(samples)
  if (problem) return problem
  const seen = window(samples, rule.windowS)
  const end = samples.at(-1)
  const span = seen.length > 1 ? seen.at(-1)!.s - seen[0]!.s : 0
  if (!end || seen.length < 5 || span < 0.8 * rule.windowS)
    return ok({ state: 'too-few', slopePerS: 0, slopeUncertainty: 0, scatter: 0, value: end?.value ?? 0 })
  const { slope, middle, scatter, slopeUncertainty } = trend(seen)
  const blanked = lightOffS !== undefined && seen[0]!.s < lightOffS + rule.blankingS
  const state = blanked
    ? 'blanked'
    : Math.abs(slope) * rule.windowS > rule.driftOverWindow
      ? 'moving'
      : scatter > rule.scatter
        ? 'noisy'
        : 'settled'
  return ok({ state, slopePerS: slope, slopeUncertainty, scatter, value: middle })
}

/**
 * Is CO climbing? Over three to five minutes a slope surely above zero (twice its doubt) *and* a rise above the larger of 10 ppm and 10 %. A finding in itself,
 * whatever the number. Undefined while the trace is shorter than three minutes.
 *
 * @example
 * climbing(coTrace) // true: 40 ppm five minutes ago, 70 now
 */
export function climbing(samples: readonly Sample[]): Result<boolean | undefined> {
  const problem = usable(samples)
  if (problem) return problem
  const seen = window(samples, 300)
  const span = seen.length > 1 ? seen.at(-1)!.s - seen[0]!.s : 0
  if (span < 180 || seen.length < 8) return ok(undefined)
  const { slope, middle, slopeUncertainty } = trend(seen)
  const rise = slope * span
  const began = middle - rise / 2
  return ok(slope > 2 * slopeUncertainty && rise > Math.max(10e-6, 0.1 * Math.max(0, began)))
}
