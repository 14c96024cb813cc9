/**
 * The instant at which a clock on the wall of a time zone shows a date and time; a time skipped in spring is the moment after the gap.
 *
 * @example
 * zonedInstant('2026-06-01', '08:30', 'Europe/Zurich').toISOString() // '2026-06-01T06:30:00.000Z'
 */
export function zonedInstant(day: string, time: string, timeZone: string): Date {
  const wall = Date.parse(`${day}T${time}:00Z`)
  const offsetAt = (instant: number): number => {
    const shown = new Intl.DateTimeFormat('sv-SE', { timeZone, dateStyle: 'short', timeStyle: 'medium' }).format(instant)
    return Date.parse(`${shown.replace(' ', 'T')}Z`) - instant
  }
  // Twice: the first offset may be that of the other side of a change.
  const first = wall - offsetAt(wall)
  return new Date(wall - offsetAt(first))
}

/** The same as ISO text. `instantAt('2026-06-01', '08:30', 'Europe/Zurich')` → `'2026-06-01T06:30:00.000Z'`. */
export const instantAt = (day: string, time: string, timeZone: string): string => zonedInstant(day, time, timeZone).toISOString()
