import { z } from 'zod'

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

const NOT_PLAIN = 'Holds a character that cannot be kept (NUL or half a surrogate pair).'

/** A text that people write. `textSchema(3, 2000)`: trimmed, 3 to 2000 characters. */
export const textSchema = (min: number, max: number) => z.string().trim().min(min).max(max).refine(isPlain, NOT_PLAIN)

/** A text that is kept to the letter: keys, codes, what was typed. */
export const rawTextSchema = (min: number, max: number) => z.string().min(min).max(max).refine(isPlain, NOT_PLAIN)

/** An id made where the thing is made: a UUID, in small letters however it was written. */
export const idSchema = z.uuid().toLowerCase()

/** The years that a clock can show without being wrong. */
export const FIRST_YEAR = 2000
export const LAST_YEAR = 2099
const inBounds = (instant: string): boolean => Number(instant.slice(0, 4)) >= FIRST_YEAR && Number(instant.slice(0, 4)) <= LAST_YEAR
const OUT_OF_BOUNDS = `A year from ${FIRST_YEAR} to ${LAST_YEAR} is wanted, in four digits.`

/** An instant, UTC, ISO 8601 with milliseconds. */
export const instantSchema = z.iso.datetime({ precision: 3 }).refine(inBounds, OUT_OF_BOUNDS)
/** An instant, UTC, ISO 8601, as exactly as it was written down. */
export const anyInstantSchema = z.iso.datetime().refine(inBounds, OUT_OF_BOUNDS)
/** A calendar day, ISO 8601. */
export const daySchema = z.iso.date().refine(inBounds, OUT_OF_BOUNDS)

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
