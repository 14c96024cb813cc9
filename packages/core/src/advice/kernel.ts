const { abs, exp, log, max, sqrt } = Math

/** How far copies of a guess go apart, of what all of them spread; and beside that where few were left, of a gain. */
const APART = 0.2
const WIDER = [
  { left: 0.06, by: 0.075 },
  { left: 0.2, by: 0.036 },
  { left: Infinity, by: 0.018 },
] as const
const PLAY_APART = 0.05
const DIES = 0.01

/** How much wider copies are spread where no more than so much of all guesses was left, of the logarithm of a gain. */
export const widerBy = (left: number): number => WIDER.find((w) => left < w.left)!.by

interface Guesses {
  readonly data: Float64Array
  readonly width: number
  readonly count: number
}

/**
 * Copies of a guess about one screw go apart a little, towards the middle of all by as much as they spread: what is known is not forgotten (kernel with shrinkage, Liu and
 * West 2001). A few die, as a screw may at any move.
 *
 * @param anew whether a guess starts anew instead, which it has done then.
 */
export function spread(
  { data, width, count }: Guesses,
  c: { readonly gain: number; readonly play: number; readonly at: number; readonly dead: number },
  wider: number,
  { random, normal, anew }: { readonly random: () => number; readonly normal: () => number; readonly anew: (o: number) => boolean },
): void {
  const by = [1, -1].map((sign) => {
    let [n, sum, squares] = [0, 0, 0]
    for (let p = 0; p < count; p++) {
      const gain = sign * data[p * width + c.gain]!
      if (gain <= 0) continue
      n++
      sum += log(gain)
      squares += log(gain) ** 2
    }
    const mean = sum / max(1, n)
    return { mean, sd: sqrt(max(0, squares / max(1, n) - mean * mean)) }
  })
  for (let p = 0; p < count; p++) {
    const o = p * width
    if (anew(o)) continue
    if (random() < DIES) data[o + c.dead] = 1
    const gain = data[o + c.gain]!
    const { mean, sd } = by[gain > 0 ? 0 : 1]!
    const ln = mean + sqrt(1 - APART * APART) * (log(abs(gain)) - mean) + APART * sd * normal()
    data[o + c.gain] = (gain > 0 ? 1 : -1) * exp(ln + wider * normal())
    const play = exp(PLAY_APART * normal())
    data[o + c.play]! *= play
    data[o + c.at]! *= play
  }
}
