import type { Special } from '../measure'
import { type Band, judge, type Verdict } from './verdict'

/**
 * What the card's band says of a figure that showed no number. An open circuit is more resistance than any limit, a short less; what varies is outside
 * when either end is. The rest has no verdict.
 *
 * @param resistance whether the figure is one of a resistance.
 * @example
 * judgeSpecial({ kind: 'open' }, { min: 300, max: 500, hard: false, source }, true).side // 'above'
 */
export function judgeSpecial(special: Special, band: Band | undefined, resistance: boolean): Pick<Verdict, 'status' | 'side' | 'band'> {
  const held = band ? { band } : {}
  const none = { status: 'none' as const, ...held }
  if (!band) return none
  switch (special.kind) {
    case 'open':
      return resistance && band.max !== undefined ? { status: 'outside', side: 'above', ...held } : none
    case 'short':
      return resistance && band.min !== undefined ? { status: 'outside', side: 'below', ...held } : none
    case 'varies': {
      // Without doubt: the spread itself is far wider than the instrument's.
      const ends = [special.fromSi, special.toSi].map((si) => judge(si, 0, band))
      const worst = ends.find((v) => v.status === 'outside') ?? ends.find((v) => v.status === 'edge') ?? ends[0]!
      return { status: worst.status, ...(worst.side && { side: worst.side }), ...held }
    }
    case 'over-range':
    case 'not-reachable':
      return none
  }
}
