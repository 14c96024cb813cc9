import type { Need } from '@lucerna/core/procedure'
import { AT_ONCE_MS, readingKey, type StoredEvent } from '@lucerna/core/visit'

/** What another device wrote down for the same figures a moment ago. */
export interface Elsewhere {
  readonly by: string
  readonly at: string
  readonly readings: readonly { readonly need: Need; readonly valueSi: number }[]
}

/**
 * The newest set of readings that another device took of these figures within {@link AT_ONCE_MS}, or undefined: then two people are measuring the same
 * thing, and the second is asked before it counts twice.
 */
export function takenElsewhere(
  events: readonly StoredEvent[],
  needs: readonly Need[],
  applianceId: string,
  deviceId: string | null,
  nowMs: number,
): Elsewhere | undefined {
  if (deviceId === null) return undefined
  for (const e of [...events].reverse()) {
    if (e.type !== 'reading.taken' || e.deviceId === deviceId || (e.applianceId && e.applianceId !== applianceId)) continue
    if (nowMs - Date.parse(e.at) > AT_ONCE_MS) continue
    const readings = e.data.readings.flatMap((r) => {
      const need = needs.find((n) => readingKey(n) === readingKey(r))
      return need ? [{ need, valueSi: r.valueSi }] : []
    })
    if (readings.length > 0) return { by: e.authorName, at: e.at, readings }
  }
  return undefined
}
