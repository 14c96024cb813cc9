import type { InstrumentSet } from '@lucerna/core/visit'
import { useCallback, useMemo, useSyncExternalStore } from 'react'

const keyOf = (userId: string): string => `lucerna.instruments.${userId}`

function kept(userId: string): string | null {
  try {
    return localStorage.getItem(keyOf(userId))
  } catch {
    // A browser that keeps nothing asks again.
    return null
  }
}

/**
 * What a person measured with last, as it was kept, as far as it is still there; without a memory, what they hold. A colleague's instrument is only in it
 * when they chose it themselves.
 *
 * @param known ids of the instruments that there are.
 */
export function setFrom(text: string | null, held: readonly string[], known: readonly string[]): InstrumentSet {
  const fresh = { instrumentIds: held, preferred: {} }
  if (text === null) return fresh
  let raw: unknown
  try {
    raw = JSON.parse(text)
  } catch {
    return fresh
  }
  const { instrumentIds, preferred } = (raw ?? {}) as Readonly<Record<string, unknown>>
  const ids = Array.isArray(instrumentIds) ? instrumentIds.filter((id): id is string => known.includes(id as string)) : []
  if (ids.length === 0) return fresh
  // An id that is no text is at hand nowhere.
  const chosen = Object.entries(preferred ?? {}).filter((p): p is [string, string] => ids.includes(p[1] as string))
  return { instrumentIds: ids, preferred: Object.fromEntries(chosen) }
}

/** What the person measured with last on this device. */
export function useRememberedSet(userId: string, held: readonly string[], known: readonly string[]): InstrumentSet {
  const text = useSyncExternalStore(
    useCallback(() => () => undefined, []),
    () => kept(userId),
    () => null,
  )
  return useMemo(() => setFrom(text, held, known), [text, held, known])
}

/** Remembers it for the next visit. */
export function rememberSet(userId: string, set: InstrumentSet): void {
  try {
    localStorage.setItem(keyOf(userId), JSON.stringify(set))
  } catch {
    // A browser that keeps nothing asks again.
  }
}
