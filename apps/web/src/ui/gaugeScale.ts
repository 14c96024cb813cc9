/** What a gauge has to make room for, SI. */
export interface GaugeContent {
  readonly value?: number | undefined
  readonly min?: number | undefined
  readonly max?: number | undefined
  readonly nominal?: number | undefined
  readonly others?: readonly (number | undefined)[]
  /** Where the rail begins when only an upper limit is known: 0 °C for temperatures, else 0. */
  readonly floor?: number | undefined
}

/** Share of the rail, 0 at its low end to 1 at its high end. */
export type Scale = (value: number) => number

/**
 * The scale of a gauge: the bracket takes about the middle two fifths, and everything shown still fits. Values far off are pinned to the end.
 *
 * @example
 * gaugeScale({ min: 0.087, max: 0.092, value: 0.09 })(0.0895) // about 0.5
 */
export function gaugeScale({ value, min, max, nominal, others = [], floor = 0 }: GaugeContent): Scale {
  const low = min ?? (max !== undefined ? Math.min(floor, max) : (nominal ?? value ?? 0))
  const high = max ?? (min !== undefined ? min + Math.abs(min || 1) : (nominal ?? value ?? 1))
  const window = high - low || Math.abs(high) * 0.2 || 1
  // One-sided limits stand on the rail's own end: nothing lies beyond the open side.
  let from = low - (min !== undefined ? 0.75 * window : 0.04 * window)
  let to = high + (max !== undefined ? 0.75 * window : 0.25 * window)
  const reach = 1.5 * window
  for (const v of [value, ...others]) {
    if (v === undefined) continue
    from = Math.max(Math.min(from, v - 0.08 * window), low - reach)
    to = Math.min(Math.max(to, v + 0.08 * window), high + reach)
  }
  return (v) => Math.min(0.985, Math.max(0.015, (v - from) / (to - from)))
}
