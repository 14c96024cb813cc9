import { fail, ok, type Result } from '../result'

/** What a spread of inputs does to one output. */
export interface Spread {
  readonly mean: number
  readonly standardDeviation: number
  /** Two-sided 95 %. */
  readonly low: number
  readonly high: number
  /** Counts in equal bins from `binFrom` to `binTo` (the inner 99.8 %). */
  readonly histogram: readonly number[]
  readonly binFrom: number
  readonly binTo: number
}

export interface MonteCarloResult<K extends string> {
  readonly samples: number
  /** Draws where the calculation has no answer (impossible readings); many of them mean that the doubt is larger than the thing. */
  readonly refused: number
  readonly spreads: Readonly<Record<K, Spread>>
}

const BINS = 48
export const MONTE_CARLO_MAX = 1_000_000

/**
 * The spread of every output of a calculation when its inputs scatter normally by their standard uncertainties (GUM Supplement 1). Unlike linear propagation it
 * sees bends and walls: a flue at the dew point, oxygen near that of air.
 *
 * It is fed in pieces so that a worker can report progress and be stopped: call {@link MonteCarlo.run} until `samples` is reached, then {@link MonteCarlo.result}.
 *
 * @param compute writes the outputs for one draw of inputs, or answers false when there are none. It is called with the same two arrays every time.
 * @param random uniform numbers in [0, 1), seeded by the caller.
 *
 * @example
 * const run = new MonteCarlo([2, 3], [0.1, 0.2], ['product'], (x, out) => ((out[0] = x[0]! * x[1]!), true), seededRandom(1))
 * run.run(100_000)
 * run.result() // product: mean 6, standardDeviation 0.5
 */
export class MonteCarlo<K extends string> {
  private readonly columns: Float64Array[]
  private readonly point: Float64Array
  private readonly draw: Float64Array
  private readonly out: Float64Array
  private readonly movingAt: Int32Array
  private readonly movingBy: Float64Array
  private kept = 0
  private drawn = 0
  private spare: number | undefined

  constructor(
    inputs: readonly number[],
    uncertainties: readonly number[],
    private readonly outputs: readonly K[],
    private readonly compute: (inputs: Float64Array, outputs: Float64Array) => boolean,
    private readonly random: () => number,
    capacity = 100_000,
  ) {
    this.point = Float64Array.from(inputs)
    this.draw = Float64Array.from(inputs)
    this.out = new Float64Array(outputs.length)
    this.columns = outputs.map(() => new Float64Array(Math.min(capacity, MONTE_CARLO_MAX)))
    const moving = uncertainties.map((u, at) => ({ at, u })).filter(({ u }) => u > 0)
    this.movingAt = Int32Array.from(moving, ({ at }) => at)
    this.movingBy = Float64Array.from(moving, ({ u }) => u)
  }

  /** Two normals a time by the polar method (Marsaglia): no sine, one root, one logarithm. */
  private normal(): number {
    if (this.spare !== undefined) {
      const kept = this.spare
      this.spare = undefined
      return kept
    }
    for (;;) {
      const a = 2 * this.random() - 1
      const b = 2 * this.random() - 1
      const s = a * a + b * b
      if (s === 0 || s >= 1) continue
      const scale = Math.sqrt((-2 * Math.log(s)) / s)
      this.spare = a * scale
      return b * scale
    }
  }

  /** Draws some more samples; answers with how many were drawn so far. */
  run(count: number): number {
    const until = Math.min(this.drawn + count, this.columns[0]?.length ?? 0)
    const { point, draw, out, columns, movingAt, movingBy } = this
    const width = columns.length
    const moves = movingAt.length
    let kept = this.kept
    for (let n = this.drawn; n < until; n++) {
      for (let m = 0; m < moves; m++) {
        const at = movingAt[m]!
        draw[at] = point[at]! + movingBy[m]! * this.normal()
      }
      if (!this.compute(draw, out)) continue
      for (let i = 0; i < width; i++) columns[i]![kept] = out[i]!
      kept++
    }
    this.kept = kept
    this.drawn = until
    return this.drawn
  }

  /** The spreads of what was drawn so far. Problems: `no-samples` when every draw was refused. */
  result(): Result<MonteCarloResult<K>> {
    if (this.kept < 10) return fail('no-samples', { refused: this.drawn - this.kept })
    const spreads = Object.fromEntries(this.outputs.map((key, i) => [key, spreadOf(this.columns[i]!.subarray(0, this.kept))])) as Record<
      K,
      Spread
    >
    return ok({ samples: this.drawn, refused: this.drawn - this.kept, spreads })
  }
}

/** Mean, deviation, 95 % interval and histogram of a column. Quantiles come from 4096 fine bins refined in the two that matter: no full sort. */
function spreadOf(column: Float64Array): Spread {
  const n = column.length
  // Counted from the first value, so that the squares of small differences keep their digits.
  const first = column[0]!
  let min = first
  let max = first
  let sum = 0
  let squares = 0
  for (let i = 0; i < n; i++) {
    const v = column[i]!
    const d = v - first
    sum += d
    squares += d * d
    if (v < min) min = v
    else if (v > max) max = v
  }
  const mean = first + sum / n
  const variance = Math.max(0, (squares - (sum * sum) / n) / Math.max(1, n - 1))
  const fine = fineBins(column, min, max)
  const quantile = (q: number) => quantileOf(fine, min, max, n, q)
  const binFrom = quantile(0.001)
  const binTo = quantile(0.999)
  const histogram = new Array<number>(BINS).fill(0)
  const width = (binTo - binFrom) / BINS
  if (width > 0)
    for (let i = 0; i < fine.length; i++) {
      const middle = min + ((i + 0.5) * (max - min)) / fine.length
      const bin = Math.floor((middle - binFrom) / width)
      if (bin >= 0 && bin < BINS) histogram[bin]! += fine[i]!
    }
  return {
    mean,
    standardDeviation: Math.sqrt(variance),
    low: quantile(0.025),
    high: quantile(0.975),
    histogram,
    binFrom,
    binTo,
  }
}

const FINE = 8192

function fineBins(column: Float64Array, min: number, max: number): Uint32Array {
  const bins = new Uint32Array(FINE)
  const scale = max > min ? FINE / (max - min) : 0
  for (let i = 0; i < column.length; i++) bins[Math.min(FINE - 1, ((column[i]! - min) * scale) | 0)]!++
  return bins
}

function quantileOf(bins: Uint32Array, min: number, max: number, n: number, q: number): number {
  if (max === min) return min
  const target = q * n
  let before = 0
  for (let i = 0; i < FINE; i++) {
    const here = bins[i]!
    if (before + here >= target && here > 0) return min + ((i + (target - before) / here) * (max - min)) / FINE
    before += here
  }
  return max
}
