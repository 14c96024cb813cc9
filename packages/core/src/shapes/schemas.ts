import { z } from 'zod'
import { FIRST_YEAR, isPlain, LAST_YEAR } from './plain'

const NOT_PLAIN = 'Holds a character that cannot be kept (NUL or half a surrogate pair).'

/** A text that people write. `textSchema(3, 2000)`: trimmed, 3 to 2000 characters. */
export const textSchema = (min: number, max: number) => z.string().trim().min(min).max(max).refine(isPlain, NOT_PLAIN)

/** A text that is kept to the letter: keys, codes, what was typed. */
export const rawTextSchema = (min: number, max: number) => z.string().min(min).max(max).refine(isPlain, NOT_PLAIN)

/** An id made where the thing is made: a UUID, in small letters however it was written. */
export const idSchema = z.uuid().toLowerCase()

const inBounds = (instant: string): boolean => Number(instant.slice(0, 4)) >= FIRST_YEAR && Number(instant.slice(0, 4)) <= LAST_YEAR
const OUT_OF_BOUNDS = `A year from ${FIRST_YEAR} to ${LAST_YEAR} is wanted, in four digits.`

/** An instant, UTC, ISO 8601 with milliseconds. */
export const instantSchema = z.iso.datetime({ precision: 3 }).refine(inBounds, OUT_OF_BOUNDS)
/** An instant, UTC, ISO 8601, as exactly as it was written down. */
export const anyInstantSchema = z.iso.datetime().refine(inBounds, OUT_OF_BOUNDS)
/** A calendar day, ISO 8601. */
export const daySchema = z.iso.date().refine(inBounds, OUT_OF_BOUNDS)
