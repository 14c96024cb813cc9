import type { CheckKind } from '@lucerna/core/measure'
import { daysAfter } from '@/ui/zoned'

const SOON_DAYS = 30

export interface Due {
  readonly what: 'calibration' | 'battery' | 'water-trap'
  /** The day it is due; null: it was never done. */
  readonly on: string | null
  readonly state: 'over' | 'soon' | 'never'
}

interface Known {
  readonly calibrationDueOn: string
  readonly batteryDays: number | null
  readonly trapDays: number | null
}

/**
 * What an instrument waits for: a calibration that lapsed or lapses within thirty days, a battery or water trap whose time is up.
 *
 * @example
 * dueOf({ calibrationDueOn: '2026-01-31', batteryDays: null, trapDays: null }, [], '2026-02-02') // [{ what: 'calibration', on: '2026-01-31', state: 'over' }]
 */
export function dueOf(known: Known, checks: readonly { readonly kind: CheckKind; readonly on: string }[], today: string): Due[] {
  const found: Due[] = []
  const soon = daysAfter(today, SOON_DAYS)
  if (known.calibrationDueOn < today) found.push({ what: 'calibration', on: known.calibrationDueOn, state: 'over' })
  else if (known.calibrationDueOn <= soon) found.push({ what: 'calibration', on: known.calibrationDueOn, state: 'soon' })
  for (const [what, days] of [
    ['battery', known.batteryDays],
    ['water-trap', known.trapDays],
  ] as const) {
    if (days === null) continue
    const last = checks
      .filter((c) => c.kind === what)
      .map((c) => c.on)
      .sort()
      .at(-1)
    if (last === undefined) {
      found.push({ what, on: null, state: 'never' })
      continue
    }
    const on = daysAfter(last, days)
    if (on < today) found.push({ what, on, state: 'over' })
  }
  return found
}
