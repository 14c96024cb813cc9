import { createHash } from 'node:crypto'

/**
 * JSON with its keys in order, so that the same content always has the same text (for hashes).
 *
 * @example
 * canonicalJson({ b: 1, a: [2] }) // '{"a":[2],"b":1}'
 */
export function canonicalJson(value: unknown): string {
  return JSON.stringify(value, (_key, inner: unknown) =>
    typeof inner === 'object' && inner !== null && !Array.isArray(inner)
      ? Object.fromEntries(Object.entries(inner).sort(([a], [b]) => (a < b ? -1 : 1)))
      : inner,
  )
}

/** SHA-256 of a text, in hexadecimal. */
export const sha256 = (text: string): string => createHash('sha256').update(text).digest('hex')
