import type { ApplianceState } from './state'

/** Settled, and not void: a zero that was not seen, a cell out of calibration or the first minute tell nothing of a screw. */
export const tellsOfScrews = ({ settled, verdict }: Pick<ApplianceState['readings'][number], 'settled' | 'verdict'>): boolean =>
  settled !== 'early' && (verdict.status !== 'none' || verdict.because === 'no-band')
