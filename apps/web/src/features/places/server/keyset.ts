import { isPlain } from '@lucerna/core/shapes'
import { z } from 'zod'

/** Where a page of a list ended: the sort keys of its last row, as one opaque text for the address. */
export const toCursor = (keys: readonly string[]): string => Buffer.from(JSON.stringify(keys)).toString('base64url')

/** The keys of a cursor; null when it is none of ours (an old address: the list then begins at its start). `fromCursor(toCursor(['a', 'b']), 2)` → `['a', 'b']`. */
export function fromCursor(cursor: string | undefined, keys: number): string[] | null {
  if (!cursor) return null
  try {
    const parsed = z
      .array(z.string().max(300).refine(isPlain))
      .length(keys)
      .safeParse(JSON.parse(Buffer.from(cursor, 'base64url').toString()))
    return parsed.success ? parsed.data : null
  } catch {
    return null
  }
}
