import type { Circumstance } from './symptoms'

/** One time that it happened, as far as it is known. */
export interface Happened {
  readonly happenedAt: string
  readonly service: 'heating' | 'hot-water' | 'both' | 'none' | null
  readonly rate: 'start' | 'low' | 'high' | null
  readonly weather: 'calm' | 'wind' | 'rain' | 'frost' | null
}

export const SERVICES = ['heating', 'hot-water', 'both', 'none'] as const
export const RATES = ['start', 'low', 'high'] as const

/** Fewer than this are a coincidence. */
const ENOUGH = 2
/** So often of those where it is known. */
const MOSTLY = 0.6
const SO: readonly (readonly [Circumstance, (h: Happened) => boolean | null])[] = [
  ['hot-water', ({ service }) => service && (service === 'hot-water' || service === 'both')],
  ['heating', ({ service }) => service && (service === 'heating' || service === 'both')],
  ['first-start', ({ rate }) => rate && rate === 'start'],
  ['low-rate', ({ rate }) => rate && rate === 'low'],
  ['high-rate', ({ rate }) => rate && rate === 'high'],
  ['damp', ({ weather }) => weather && weather === 'rain'],
  ['wind', ({ weather }) => weather && weather === 'wind'],
  ['frost', ({ weather }) => weather && weather === 'frost'],
]

/**
 * What was so most times that it happened, where at least two tell.
 *
 * @example
 * oftenSo([{ rate: 'low', … }, { rate: 'low', … }]) // ['low-rate']
 */
export function oftenSo(all: readonly Happened[]): readonly Circumstance[] {
  return SO.flatMap(([circumstance, isSo]) => {
    const known = all.map(isSo).filter((x) => x !== null)
    const yes = known.filter(Boolean).length
    return yes >= ENOUGH && yes >= MOSTLY * known.length ? [circumstance] : []
  })
}

/** Hours on a clock. */
const DAY = 24
/** A window is worth coming in when it is no longer than this and holds most of them. */
const LONGEST = 8
const HOLDS = 0.7
const ENOUGH_FOR_HOURS = 3

/** When and in what it happens. */
export interface Pattern {
  /** Service × rate, only where it happened; the hours of the day of each. */
  readonly cells: readonly {
    readonly service: Happened['service']
    readonly rate: Happened['rate']
    readonly hours: readonly number[]
  }[]
  /** What was so most times: what to provoke. */
  readonly provoke: readonly Circumstance[]
  /** The shortest part of the day that holds most of them, hours 0 to 24; null where they are few or scattered. */
  readonly come: { readonly from: number; readonly to: number } | null
}

/**
 * The picture of a fault that comes and goes: service by rate by time of day, what to provoke, and when to come.
 *
 * @param hourOf the hour of the day at the site, 0 to 24 (6.5 is half past six).
 * @example
 * patternOf(occurrences, hourOf).come // { from: 6, to: 8 }
 */
export function patternOf(all: readonly Happened[], hourOf: (instant: string) => number): Pattern {
  const keys = [...new Set(all.map((h) => `${h.service} ${h.rate}`))]
  const cells = keys.map((key) => {
    const own = all.filter((h) => `${h.service} ${h.rate}` === key)
    return { service: own[0]!.service, rate: own[0]!.rate, hours: own.map((h) => hourOf(h.happenedAt)).sort((a, b) => a - b) }
  })
  return { cells, provoke: oftenSo(all), come: windowOf(all.map((h) => hourOf(h.happenedAt))) }
}

function windowOf(hours: readonly number[]): Pattern['come'] {
  if (hours.length < ENOUGH_FOR_HOURS) return null
  const need = Math.ceil(HOLDS * hours.length)
  const sorted = [...hours].sort((a, b) => a - b)
  // Midnight is no wall.
  const twice = [...sorted, ...sorted.map((h) => h + DAY)]
  const best = sorted.map((from, i) => ({ from, to: twice[i + need - 1]! })).sort((a, b) => a.to - a.from - (b.to - b.from))[0]!
  if (best.to - best.from > LONGEST) return null
  return { from: Math.floor(best.from), to: Math.ceil(best.to + 0.01) % DAY }
}
