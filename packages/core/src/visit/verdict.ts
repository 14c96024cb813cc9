/** What a reading is held against, SI. */
export interface Band {
  readonly min?: number | undefined
  readonly nominal?: number | undefined
  readonly max?: number | undefined
  /** What a well-set burner reaches; passing the limit without it is "inside, goal missed". */
  readonly goal?: number | undefined
  /** A limit that nobody can override. */
  readonly hard: boolean
  readonly source: { readonly kind: 'card' | 'profile'; readonly text: string; readonly page?: string }
}

export type VerdictStatus = 'inside' | 'edge' | 'outside' | 'none'

/** Why there is no verdict. */
export const NO_VERDICTS = [
  'no-band',
  'ambiguous-limit',
  'early',
  'no-instrument',
  'not-zeroed',
  'out-of-calibration',
  'no-channel',
  'perfect-zero',
  'diluted',
  'over-range',
  'computed-by-instrument',
] as const
export type NoVerdict = (typeof NO_VERDICTS)[number]

export interface Verdict {
  readonly status: VerdictStatus
  readonly side?: 'below' | 'above'
  readonly goalMet?: boolean
  readonly band?: Band
  readonly valueSi: number
  /** k = 2; null when the instrument is not known. */
  readonly expandedUncertainty: number | null
  readonly because: 'inside' | 'goal-missed' | 'near-limit' | 'outside' | 'outside-within-doubt' | NoVerdict
}

/**
 * A reading against its band, with a guard band: *edge* is inside but nearer to a limit than the smaller of the expanded uncertainty and a quarter
 * of the window. Outside is outside whatever the doubt, with "by less than the instrument's doubt" said.
 *
 * @param standardUncertainty k = 1, SI; null when unknown: then nothing can be called safely inside, and there is no verdict.
 * @param invalid a reason why the reading cannot be judged; it wins over everything.
 * @example
 * judge(0.0918, 0.0005, { min: 0.087, max: 0.092, hard: false, source }) // edge: 0.02 points from the top, doubt 0.1
 */
export function judge(valueSi: number, standardUncertainty: number | null, band: Band | undefined, invalid?: NoVerdict): Verdict {
  const expandedUncertainty = standardUncertainty === null ? null : 2 * standardUncertainty
  const base = { valueSi, expandedUncertainty, ...(band && { band }) }
  if (invalid) return { ...base, status: 'none', because: invalid }
  if (!band || (band.min === undefined && band.max === undefined)) return { ...base, status: 'none', because: 'no-band' }
  if (expandedUncertainty === null) return { ...base, status: 'none', because: 'no-instrument' }
  const { min, max } = band
  // Values written as "8.7 %" and typed as "8,7" must not fall outside by a rounding of the last bit.
  const slack = 1e-9 * Math.max(Math.abs(min ?? 0), Math.abs(max ?? 0), 1e-12)
  const below = min !== undefined ? min - valueSi : -Infinity
  const above = max !== undefined ? valueSi - max : -Infinity
  const over = Math.max(below, above)
  const side = below > above ? 'below' : 'above'
  if (over > slack) return { ...base, status: 'outside', side, because: over <= expandedUncertainty ? 'outside-within-doubt' : 'outside' }
  const window = max === undefined ? Infinity : max - (min ?? Math.min(0, max))
  const guard = Math.min(expandedUncertainty, window > 0 ? window / 4 : Infinity)
  const goalMet = band.goal === undefined ? undefined : valueSi <= band.goal
  const goal = goalMet === undefined ? {} : { goalMet }
  if (-over < guard) return { ...base, ...goal, status: 'edge', side, because: 'near-limit' }
  return { ...base, ...goal, status: 'inside', because: goalMet === false ? 'goal-missed' : 'inside' }
}

/**
 * How far a reading lies outside its band, in SI; 0 inside it or without one.
 *
 * @example
 * beyondBand(judge(0.096, 0.0005, { max: 0.092, hard: false, source })) // 0.004
 */
export const beyondBand = ({ status, side, valueSi, band }: Verdict): number =>
  status !== 'outside' || !band ? 0 : side === 'below' ? (band.min ?? valueSi) - valueSi : valueSi - (band.max ?? valueSi)
