import { type Channel, climbing, settling, SETTLING_RULES, type SettlingRule } from '../measure'
import type { ChannelStatus } from './protocol'
import type { ChannelTrace } from './trace'

/** Nothing heard for so long: what stands there is old, s. */
export const STALE_S = 6

const RULE_OF: Partial<Record<Channel, keyof typeof SETTLING_RULES>> = {
  o2: 'o2',
  co2: 'co2',
  co: 'co',
  no: 'co',
  flueTemperature: 'flueTemperature',
  airTemperature: 'airTemperature',
  temperature: 'airTemperature',
  pressure: 'pressure',
  draught: 'draught',
  voltage: 'electrics',
  current: 'electrics',
  resistance: 'electrics',
  combustibleGas: 'gasInAir',
}
/** How a channel settles; none for what is counted and not waited for. */
export const settlingRuleOf = (channel: Channel): SettlingRule | null => {
  const id = RULE_OF[channel]
  return id ? SETTLING_RULES[id] : null
}

/** What a channel is worth at a moment. `reason` says why it is not settled, for words: a code of the message files with what it is about, SI. */
export interface Standing {
  /** The newest value, SI; what is written down is `middle`. */
  readonly value: number | null
  /** Middle of the window once it has one. */
  readonly middle: number | null
  readonly state: 'none' | 'stale' | 'status' | 'blanked' | 'waiting' | 'moving' | 'noisy' | 'settled'
  readonly status: ChannelStatus | null
  /** Robust trend, SI per second. */
  readonly slopePerS: number
  readonly ageS: number
  /** CO alone: whether it climbs over minutes, whatever the number; null while nobody can say. */
  readonly climbing: boolean | null
  /** Share of the window that is there already, 0 to 1. */
  readonly filled: number
}

const NOTHING = { value: null, middle: null, status: null, slopePerS: 0, ageS: Infinity, climbing: null, filled: 0 } as const

/**
 * What a channel shows, and whether it may be written down: fresh, out of the minute after light-off, long enough since rate or place changed, and at rest.
 *
 * @param at now and, on the same clock (s), when the burner lit and when rate or place changed last.
 * @example
 * standingOf(trace, 'o2', { nowS, lightOffS, sinceS }) // { state: 'moving', slopePerS: -3e-5, value: 0.061, … }
 */
export function standingOf(
  trace: ChannelTrace | undefined,
  channel: Channel,
  at: { readonly nowS: number; readonly lightOffS?: number | undefined; readonly sinceS?: number | undefined },
): Standing {
  if (!trace || trace.heardS === -Infinity) return { ...NOTHING, state: 'none' }
  const ageS = Math.max(0, at.nowS - trace.heardS)
  const value = trace.last?.value ?? null
  const base = { ...NOTHING, value, ageS, status: trace.status }
  if (ageS > STALE_S) return { ...base, state: 'stale' }
  // A low battery is said and does not spoil what is read.
  if (trace.status && trace.status !== 'battery-low') return { ...base, state: 'status' }
  const rule = settlingRuleOf(channel)
  if (!rule) return { ...base, middle: value, state: value === null ? 'none' : 'settled', filled: 1 }
  const sinceS = at.sinceS ?? -Infinity
  const seen = settling(trace.samples, rule, at.lightOffS, sinceS)
  if (!seen.ok) return { ...base, state: 'waiting' }
  const rises = channel === 'co' ? climbs(trace, Math.max(sinceS, (at.lightOffS ?? -Infinity) + rule.blankingS)) : null
  const first = trace.samples.find((p) => p.s >= Math.max(sinceS, at.nowS - rule.windowS))
  const filled = first ? Math.min(1, (at.nowS - first.s) / (0.9 * rule.windowS)) : 0
  const { state, slopePerS } = seen.value
  return {
    ...base,
    middle: state === 'too-few' ? null : seen.value.value,
    state: state === 'too-few' ? 'waiting' : state,
    slopePerS,
    climbing: rises,
    filled,
  }
}

function climbs(trace: ChannelTrace, fromS: number): boolean | null {
  const seen = climbing(trace.samples.filter((p) => p.s >= fromS))
  return seen.ok ? (seen.value ?? null) : null
}
