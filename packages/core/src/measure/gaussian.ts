// Called millions of times: taken out of the global object once.
const { abs, exp, PI, sqrt } = Math

const ROOT = sqrt(2 * PI)

/** Density of the standard normal distribution. `normalDensity(0)` → `0.3989`. */
export const normalDensity = (z: number): number => exp(-0.5 * z * z) / ROOT

/**
 * Probability above z of the standard normal distribution; error below 1e-7. Source: Abramowitz and Stegun 26.2.17.
 *
 * @example
 * normalUpperTail(1.96) // 0.025
 */
export function normalUpperTail(z: number): number {
  const t = 1 / (1 + 0.2316419 * abs(z))
  const tail = normalDensity(z) * t * (0.31938153 + t * (-0.356563782 + t * (1.781477937 + t * (-1.821255978 + t * 1.330274429))))
  return z >= 0 ? tail : 1 - tail
}
