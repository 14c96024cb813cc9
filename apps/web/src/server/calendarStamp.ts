import { isoInstant } from '@/db/client'

/**
 * Days of a calendar that are stored as stamps: the day's beginning in UTC, or its last second where something holds through it. Only the day counts; at
 * which instant it begins and ends is the place's.
 */

/** `stampOf('2026-11-28')` → `'2026-11-28T00:00:00.000Z'`. */
export const stampOf = (day: string): string => `${day}T00:00:00.000Z`
/** `stampOfEnd('2026-11-28')` → `'2026-11-28T23:59:59.000Z'`. */
export const stampOfEnd = (day: string): string => `${day}T23:59:59.000Z`
/** `dayOfStamp('2026-11-28 23:59:59+00')` → `'2026-11-28'`. */
export const dayOfStamp = (stamp: string): string => isoInstant(stamp).slice(0, 10)
