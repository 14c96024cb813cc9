/** Spans of time in milliseconds, as the seed counts them. */
export const DAY = 86_400_000
export const YEAR = 365.25 * DAY
