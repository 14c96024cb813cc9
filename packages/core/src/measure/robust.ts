/** One sample of a trace: seconds on any clock, value SI. */
export interface Sample {
  readonly s: number
  readonly value: number
}

const median = (sorted: readonly number[]): number => {
  const half = sorted.length >> 1
  return sorted.length % 2 ? sorted[half]! : (sorted[half - 1]! + sorted[half]!) / 2
}
/** The middle of some numbers. `medianOf([3, 1, 2])` → `2`. */
export const medianOf = (values: readonly number[]): number => median([...values].sort((a, b) => a - b))

/** Theil–Sen: the median of the slopes between all pairs; a spike or a slipped probe of a few seconds does not move it. */
export function trend(samples: readonly Sample[]): { slope: number; middle: number; scatter: number; slopeUncertainty: number } {
  const slopes: number[] = []
  for (let i = 0; i < samples.length; i++)
    for (let j = i + 1; j < samples.length; j++) {
      const dt = samples[j]!.s - samples[i]!.s
      if (dt > 0) slopes.push((samples[j]!.value - samples[i]!.value) / dt)
    }
  const slope = slopes.length > 0 ? medianOf(slopes) : 0
  const t0 = medianOf(samples.map((p) => p.s))
  const middle = medianOf(samples.map((p) => p.value - slope * (p.s - t0)))
  // 1.4826: median deviation to standard deviation for normal scatter.
  const scatter = 1.4826 * medianOf(samples.map((p) => Math.abs(p.value - middle - slope * (p.s - t0))))
  const spread = Math.sqrt(samples.reduce((sum, p) => sum + (p.s - t0) ** 2, 0))
  return { slope, middle, scatter, slopeUncertainty: spread > 0 ? scatter / spread : Infinity }
}
