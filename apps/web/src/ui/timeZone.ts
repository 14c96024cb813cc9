import { z } from 'zod'

const isTimeZone = (name: string): boolean => {
  try {
    new Intl.DateTimeFormat('en', { timeZone: name })
    return true
  } catch {
    return false
  }
}

/** A time zone by its name in the zone database, as `Europe/Zurich`. */
export const timeZoneSchema = z.string().refine(isTimeZone, 'field.time-zone')
