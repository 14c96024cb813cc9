const { exp, log, max, min } = Math

/** A reading that no guess explains weighs no more than this, so that one bad reading does not settle everything. */
const MOST_Z2 = 14

/** One figure that was read: where a guess keeps it, and its doubt in the same unit. */
export interface ToWeigh {
  readonly at: number
  readonly value: number
  readonly doubt: number
}

/** How well each guess foretold what was read, as the logarithm of its weight: a normal likelihood whose tails are cut. */
export function howWell(guesses: Float64Array, width: number, readings: readonly ToWeigh[]): Float64Array {
  const logs = new Float64Array(guesses.length / width)
  for (const { at, value, doubt } of readings)
    for (let p = 0; p < logs.length; p++) {
      const z2 = ((value - guesses[p * width + at]!) / doubt) ** 2
      logs[p]! -= 0.5 * min(z2, MOST_Z2 + log(1 + max(0, z2 - MOST_Z2)))
    }
  return logs
}

/** Weights of guesses, and what they are worth. */
export interface Weights {
  readonly weight: Float64Array
  readonly sum: number
  /** So many equal guesses would say as much (effective sample size, Kong 1992). */
  readonly effective: number
}

/**
 * Weights from their natural logarithms, the largest being 1.
 *
 * @example weightsOf(Float64Array.of(0, -1000)).effective // 1
 */
export function weightsOf(logs: Float64Array): Weights {
  let most = -Infinity
  for (const w of logs) most = max(most, w)
  const weight = logs.map((w) => exp(w - most))
  let [sum, squares] = [0, 0]
  for (const w of weight) {
    sum += w
    squares += w * w
  }
  return { weight, sum, effective: (sum * sum) / squares }
}

/**
 * Which guess each of `count` copies is of, in order: as often as its weight says, give or take one (systematic resampling, Kitagawa 1996).
 *
 * @param first where in the first share of the weights it begins, 0 to 1.
 * @example drawn(weightsOf(Float64Array.of(0, 0, -1000)), 4, 0.5) // [0, 0, 1, 1]
 */
export function drawn({ weight, sum }: Weights, count: number, first: number): Int32Array {
  let from = 0
  let upTo = weight[0]!
  return Int32Array.from({ length: count }, (_, p) => {
    const want = ((p + first) / count) * sum
    while (upTo < want && from < weight.length - 1) upTo += weight[++from]!
    return from
  })
}
