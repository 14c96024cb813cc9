import type { ReportLine } from '@lucerna/core/report'

/** Worked out, without a limit, and telling by itself: a column for each rate. */
export const isMeant = (l: ReportLine): boolean => l.computed && l.because === 'no-band'
