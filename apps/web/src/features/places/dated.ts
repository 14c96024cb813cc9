import { dateAt } from '@/ui/dates'

/** Something with the day it began on, as written where it is. */
export type Dated<T> = T & { readonly day: string }

/**
 * Rows with their day written out, for parts that the browser draws: it knows no dates before it has read its tables of languages, which takes a tenth of a second on
 * a phone.
 */
export const dated = <T>(rows: readonly T[], at: (row: T) => string, timeZone: string): Dated<T>[] =>
  rows.map((row) => ({ ...row, day: dateAt(at(row), timeZone) }))
