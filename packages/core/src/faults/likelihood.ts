import { normalUpperTail } from '../measure'
import type { Check } from './map'

/** Nothing is surer than this: a person errs, and a map is a map. */
export const LEAST = 0.02
/** Results that no cause explains any better than another. */
const EVEN = 0.5

/** What a check showed: a result by its id, or a measured value with its standard uncertainty and the card’s band. */
export interface Finding {
  readonly checkId: string
  readonly result?: string | undefined
  readonly valueSi?: number | undefined
  readonly u?: number | undefined
  readonly band?: { readonly min?: number | undefined; readonly max?: number | undefined } | null | undefined
}

/**
 * How surely a finding is each of the results of its check, adding up to 1. A chosen result is that result. A value near a limit is partly on either side,
 * by its uncertainty (normal distribution). Null where neither fits: no such result, or no range for a value.
 *
 * @example
 * sharesOf(coilVolts, { checkId: 'coil-volts', valueSi: 18, u: 0.3 }) // { low: 1, right: 0 }
 */
export function sharesOf(check: Check, finding: Finding): Readonly<Record<string, number>> | null {
  const { result, valueSi, u = 0, band } = finding
  if (result !== undefined) return check.results.some((r) => r.id === result) ? { [result]: 1 } : null
  if (valueSi === undefined || !Number.isFinite(valueSi)) return null
  const shares: Record<string, number> = {}
  let all = 0
  for (const r of check.results) {
    const range = rangeOf(r, band)
    if (!range) continue
    const below = (limit: number | undefined, none: number) =>
      limit === undefined ? none : u > 0 ? normalUpperTail((valueSi - limit) / u) : valueSi < limit ? 1 : 0
    const share = Math.max(0, below(range.max, 1) - below(range.min, 0))
    shares[r.id] = (shares[r.id] ?? 0) + share
    all += share
  }
  if (all <= 0) return null
  return Object.fromEntries(Object.entries(shares).map(([id, s]) => [id, s / all]))
}

/** Where a value means a result: by the card’s band, where it has one and the map leaves it to the card; else by the map’s own range. */
function rangeOf(result: Check['results'][number], band: Finding['band']): { min?: number | undefined; max?: number | undefined } | null {
  const { card, range } = result
  if (card && band && (band.min !== undefined || band.max !== undefined)) {
    if (card === 'inside') return band
    if (card === 'below') return band.min === undefined ? null : { max: band.min }
    return band.max === undefined ? null : { min: band.max }
  }
  return range
}

/** P(result | cause), never surer than a person can be. The result of a wrong method is as likely under every cause. */
export function pOf(check: Check, result: string, causeId: string | null): number {
  if (check.results.find((r) => r.id === result)?.wrongMethod) return LEAST
  const row = (causeId !== null && check.likelihoods[causeId]) || check.otherwise
  return Math.max(LEAST, row[result] ?? LEAST)
}

/**
 * P(result | two causes at once): whatever one of them breaks is broken; sound is shown only where both leave it sound.
 */
export function pOfBoth(check: Check, result: string, a: string, b: string): number {
  const own = (id: string) => id in check.likelihoods
  if (!own(a)) return pOf(check, result, b)
  if (!own(b)) return pOf(check, result, a)
  // Each shows its own half of the time where both have something to say.
  return EVEN * (pOf(check, result, a) + pOf(check, result, b))
}
