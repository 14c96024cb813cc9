import { TZDate } from '@date-fns/tz'
import { addDays } from 'date-fns/addDays'
import { addYears } from 'date-fns/addYears'
import { lightFormat } from 'date-fns/lightFormat'

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
export const yearAfter = (day: string): string => lightFormat(addYears(noonOf(day), 1), DAY)

/**
 * The day some days later.
 *
 * @example
 * daysAfter('2026-02-27', 2) // '2026-03-01'
 */
export const daysAfter = (day: string, days: number): string => lightFormat(addDays(noonOf(day), days), DAY)

const noonOf = (day: string): TZDate => new TZDate(`${day}T12:00:00Z`, 'UTC')

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

/**
 * The last moment of a day at a place, as ISO text: something that holds "until the 28th" holds until then.
 *
 * @example
 * endOfDay('2026-11-28', 'America/Halifax') // '2026-11-29T03:59:59.999Z'
 */
export const endOfDay = (day: string, timeZone: string): string =>
  new Date(zonedInstant(daysAfter(day, 1), '00:00', timeZone).getTime() - 1).toISOString()

/** The same as ISO text. `instantAt('2026-06-01', '08:30', 'Europe/Zurich')` → `'2026-06-01T06:30:00.000Z'`. */
export const instantAt = (day: string, time: string, timeZone: string): string => zonedInstant(day, time, timeZone).toISOString()

/** The hour of the day at a place, 0 to 24: half past six is 6.5. `hourAt('2026-01-05T06:30:00.000Z', 'UTC')` → 6.5 */
export function hourAt(instant: string, timeZone: string): number {
  const at = new TZDate(instant, timeZone)
  return at.getHours() + at.getMinutes() / 60
}
