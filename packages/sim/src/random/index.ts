// Called millions of times: taken out of the global object once.
const { cos, imul, log, PI, sqrt } = Math

/** A stream of numbers in [0, 1) that depends on nothing but its seed (mulberry32). */
export type Random = () => number

/**
 * A reproducible random stream.
 *
 * @example
 * const random = seededRandom(7); random() // the same on every machine
 */
export function seededRandom(seed: number): Random {
  let a = seed >>> 0
  return () => {
    a = (a + 0x6d2b79f5) >>> 0
    let t = a
    t = imul(t ^ (t >>> 15), t | 1)
    t ^= t + imul(t ^ (t >>> 7), t | 61)
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296
  }
}

/** One draw from the normal distribution with mean 0 and standard deviation 1 (Box–Muller). */
export const normal = (random: Random): number => sqrt(-2 * log(1 - random())) * cos(2 * PI * random())
