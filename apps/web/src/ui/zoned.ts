import { TZDate } from '@date-fns/tz'
import { addYears, lightFormat } from 'date-fns'

const DAY = 'yyyy-MM-dd'

/**
 * The calendar day at a place at an instant: what "today" and every limit in days are counted by.
 *
 * @example
 * dayAt('2026-12-01T04:30:00Z', 'America/New_York') // '2026-11-30'
 * dayAt('2026-11-30T10:30:00Z', 'Pacific/Tongatapu') // '2026-11-30'
 */
export const dayAt = (instant: Date | string, timeZone: string): string =>
  lightFormat(new TZDate(new Date(instant).getTime(), timeZone), DAY)

/**
 * The same day a year later; of a leap day, the last of February.
 *
 * @example
 * yearAfter('2026-11-28') // '2027-11-28'
 */
export const yearAfter = (day: string): string => lightFormat(addYears(new TZDate(`${day}T12:00:00Z`, 'UTC'), 1), DAY)

/**
 * The instant at which a clock on the wall of a time zone shows a date and time; a time skipped in spring is the moment after the gap.
 *
 * @example
 * zonedInstant('2026-06-01', '08:30', 'Europe/Zurich').toISOString() // '2026-06-01T06:30:00.000Z'
 */
export function zonedInstant(day: string, time: string, timeZone: string): Date {
  const [year = NaN, month = NaN, date = NaN] = day.split('-').map(Number)
  const [hours = NaN, minutes = NaN] = time.split(':').map(Number)
  return new Date(new TZDate(year, month - 1, date, hours, minutes, timeZone).getTime())
}

/** The same as ISO text. `instantAt('2026-06-01', '08:30', 'Europe/Zurich')` → `'2026-06-01T06:30:00.000Z'`. */
export const instantAt = (day: string, time: string, timeZone: string): string => zonedInstant(day, time, timeZone).toISOString()
