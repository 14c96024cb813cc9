import type { InstrumentSet } from '@lucerna/core/visit'
import { useCallback, useMemo, useSyncExternalStore } from 'react'
import { z } from 'zod'

const setSchema = z.object({ instrumentIds: z.array(z.string()), preferred: z.record(z.string(), z.string()) })
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
  const found = setSchema.safeParse(raw)
  const ids = found.success ? found.data.instrumentIds.filter((id) => known.includes(id)) : []
  if (!found.success || ids.length === 0) return fresh
  return { instrumentIds: ids, preferred: Object.fromEntries(Object.entries(found.data.preferred).filter(([, id]) => ids.includes(id))) }
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
