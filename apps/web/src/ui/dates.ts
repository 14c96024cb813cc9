import { locale } from './words'

const formats = new Map<string, Intl.DateTimeFormat>()
/** Making a format is slow, using it is not: a table of a trace has hundreds of times. */
function format(language: string, timeZone: string, options: Intl.DateTimeFormatOptions): Intl.DateTimeFormat {
  const key = `${language} ${timeZone} ${Object.keys(options).join(' ')}`
  const known = formats.get(key) ?? new Intl.DateTimeFormat(language, { timeZone, ...options })
  formats.set(key, known)
  return known
}

/** A date at a site, as written there. `dateAt('2026-06-01T08:00:00Z', 'Europe/Zurich')` → `'1 Jun 2026'`. */
export const dateAt = (instant: string, timeZone: string): string =>
  format(locale(), timeZone, { day: 'numeric', month: 'short', year: 'numeric' }).format(new Date(instant))

/** A time of day at a site. `timeAt('2026-06-01T08:00:00Z', 'Europe/Zurich')` → `'10:00'`. */
export const timeAt = (instant: string, timeZone: string): string =>
  format('en-GB', timeZone, { hour: '2-digit', minute: '2-digit' }).format(new Date(instant))

/** The same to the second. `secondAt('2026-06-01T08:00:05Z', 'Europe/Zurich')` → `'10:00:05'`. */
export const secondAt = (instant: string, timeZone: string): string =>
  format('en-GB', timeZone, { timeStyle: 'medium' }).format(new Date(instant))

/** A plain calendar date (no time zone in it). `plainDate('2027-06-01')` → `'1 Jun 2027'`. */
export const plainDate = (day: string): string => dateAt(`${day}T12:00:00Z`, 'UTC')

/** Seconds as m:ss. `clockText(75)` → `'1:15'`. */
export const clockText = (s: number): string => `${Math.floor(s / 60)}:${String(Math.floor(s % 60)).padStart(2, '0')}`

/** The month of a calendar date. `monthOf('2027-06-01')` → `'Jun 2027'`. */
export const monthOf = (day: string): string =>
  format(locale(), 'UTC', { month: 'short', year: 'numeric' }).format(new Date(`${day}T12:00:00Z`))
