/** NUL, and halves of surrogate pairs: no database keeps them as text, and no person types them. */
const UNKEEPABLE = /[\0\p{Surrogate}]/u

/**
 * Whether a text can be kept as it is: no NUL character and no half of a surrogate pair.
 *
 * @example
 * isPlain('21 mbar') // true
 * isPlain('a\0b') // false
 */
export const isPlain = (text: string): boolean => !UNKEEPABLE.test(text)

/** The years that a clock can show without being wrong. */
export const FIRST_YEAR = 2000
export const LAST_YEAR = 2099
/**
 * The first text in a value of any depth that cannot be kept, as the path to it; undefined when all can.
 *
 * @example
 * unkeepable({ events: [{ note: 'a\0' }] }) // ['events', 0, 'note']
 */
export function unkeepable(value: unknown, path: readonly (string | number)[] = []): readonly (string | number)[] | undefined {
  if (typeof value === 'string') return isPlain(value) ? undefined : path
  if (typeof value !== 'object' || value === null) return undefined
  const entries: Iterable<[string | number, unknown]> = Array.isArray(value) ? value.entries() : Object.entries(value)
  for (const [key, inner] of entries) {
    if (typeof key === 'string' && !isPlain(key)) return path
    const found = unkeepable(inner, [...path, key])
    if (found) return found
  }
  return undefined
}
