/** How long to wait before the next try after each failure, ms; the last one goes on. */
export const RETRY_MS = [1000, 2000, 5000, 10_000, 30_000]
