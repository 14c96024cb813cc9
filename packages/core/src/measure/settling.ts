import { fail, ok, type Result } from '../result'
import { type Sample, trend } from './robust'

/** How one channel settles: its window, how far ahead it is looked, what may still come and scatter in it, SI. */
export interface SettlingRule {
  readonly windowS: number
  /** How long a change that is under way goes on: the trend over this time is what is still to come. */
  readonly horizonS: number
  /** Most that may still come; the larger of the two where there are both. */
  readonly tolerance: number
  /** The same as a share of the value. */
  readonly toleranceShare?: number
  /** Most scatter about the trend (one sigma). */
  readonly scatter: number
  /** Void after light-off for so long, s. */
  readonly blankingS: number
}

/**
 * Typical rules by channel, by dead time and T90 of its sensor; O2 and CO settle differently. What the appliance itself needs to come to rest is the card's
 * clock, not theirs. A practice may have its own.
 */
export const SETTLING_RULES = {
  o2: { windowS: 20, horizonS: 12, tolerance: 0.001, scatter: 0.0012, blankingS: 60 },
  co2: { windowS: 20, horizonS: 12, tolerance: 0.001, scatter: 0.0008, blankingS: 60 },
  co: { windowS: 30, horizonS: 22, tolerance: 5e-6, toleranceShare: 0.05, scatter: 5e-6, blankingS: 60 },
  flueTemperature: { windowS: 40, horizonS: 60, tolerance: 2, scatter: 0.8, blankingS: 60 },
  airTemperature: { windowS: 20, horizonS: 15, tolerance: 1, scatter: 0.8, blankingS: 0 },
  pressure: { windowS: 4, horizonS: 3, tolerance: 5, toleranceShare: 0.002, scatter: 6, blankingS: 0 },
  draught: { windowS: 15, horizonS: 10, tolerance: 0.5, scatter: 1, blankingS: 60 },
  electrics: { windowS: 4, horizonS: 4, tolerance: 0, toleranceShare: 0.02, scatter: Infinity, blankingS: 0 },
  gasInAir: { windowS: 10, horizonS: 10, tolerance: 0.0005, toleranceShare: 0.1, scatter: Infinity, blankingS: 0 },
} as const satisfies Record<string, SettlingRule>

export interface Settling {
  /** `moving`: more is to come than the rule allows; `noisy`: it scatters more than its sensor does. */
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

/** Fewer say nothing of a trend. */
const LEAST = 5
/** A sample just outside a window stands for its edge if it is no farther from it than this share: lines a millisecond late would come and go there. */
const EDGE = 0.3

/** The samples of a rule's window, or null while they are too few or cover too little of it. */
function covering(samples: readonly Sample[], { windowS }: SettlingRule, sinceS: number): readonly Sample[] | null {
  const seen = window(samples, windowS).filter((p) => p.s >= sinceS)
  const first = seen[0]
  const end = samples.at(-1)?.s ?? 0
  const covers = (list: readonly Sample[]) => list.length >= LEAST && end - list[0]!.s >= 0.9 * windowS
  if (covers(seen)) return seen
  const edge = first && samples.findLast((p) => p.s < first.s)
  const wider = edge && edge.s >= Math.max(sinceS, end - (1 + EDGE) * windowS) ? [edge, ...seen] : seen
  return covers(wider) ? wider : null
}

function usable(samples: readonly Sample[]): Result<never> | undefined {
  for (const [i, p] of samples.entries()) {
    if (!Number.isFinite(p.s) || !Number.isFinite(p.value)) return fail('not-finite', { name: 'samples' }, ['samples', i])
    if (i > 0 && p.s < samples[i - 1]!.s) return fail('samples-out-of-order', {}, ['samples', i])
  }
  return undefined
}

/**
 * Has a channel settled? What its robust trend over a sliding window says is still to come, and its scatter, are held against its own tolerance. The first
 * minute after light-off is void, and so is what was before `sinceS`: a change of rate or of place begins anew.
 *
 * @param lightOffS when the burner lit, on the samples' clock, if it did during the trace.
 * @param sinceS when rate or place changed last, with the sensor's dead time.
 * Problems: `not-finite`, `samples-out-of-order`. Source: Theil–Sen slope, median absolute deviation.
 *
 * @example
 * settling(trace, SETTLING_RULES.o2, 0) // { state: 'settled', value: 0.0498, slopePerS: 2e-7, scatter: 0.0004, … }
 */
export function settling(samples: readonly Sample[], rule: SettlingRule, lightOffS?: number, sinceS = -Infinity): Result<Settling> {
  const problem = usable(samples)
  if (problem) return problem
  const seen = covering(samples, rule, sinceS)
  if (!seen) return ok({ state: 'too-few', slopePerS: 0, slopeUncertainty: 0, scatter: 0, value: samples.at(-1)?.value ?? 0 })
  const { slope, middle, scatter, slopeUncertainty } = trend(seen)
  const blanked = lightOffS !== undefined && seen[0]!.s < lightOffS + rule.blankingS
  const tolerance = Math.max(rule.tolerance, (rule.toleranceShare ?? 0) * Math.abs(middle))
  const state = blanked ? 'blanked' : Math.abs(slope) * rule.horizonS > tolerance ? 'moving' : scatter > rule.scatter ? 'noisy' : 'settled'
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
