import { normalDensity, normalUpperTail } from '../measure'
import type { Desk } from './desk'

// Called for every particle of every move that is weighed: taken out of the global object once.
const { exp, log, max, min } = Math

/** What varies from burner to burner: where the curve rises and how steeply, about the typical one. */
export interface CoShape {
  /** The air ratio at which it rises, over the typical one. */
  readonly knee: number
  /** Steepness over the typical one. */
  readonly width: number
}

const FLAME = {
  natural: { floor: 12, sigma: 0.14, lift: 2.3, liftWidth: 0.12 },
  fixed: { floor: 10, sigma: 0.13, lift: 2.2, liftWidth: 0.1 },
  forced: { floor: 6, sigma: 0.06, lift: 1.9, liftWidth: 0.08 },
} as const

/**
 * Which way CO goes, and about how far: natural logarithm of CO air-free in ppm of a typical flame, up to a factor that the reading gives. Rich pockets burn
 * incompletely, a lean flame lifts. A tendency, never a forecast of a number.
 *
 * @param load share of rated input, 0.05 to 1.3.
 * Source: typical engineering values of the product's own simulation, see docs/simulation.md.
 * @example
 * lnCoAirFree({ premix: true, air: 'ratio', kind: 'premix-pneumatic' }, 1.25, 1, { knee: 0, width: 1 }) // ln 56: 45 ppm as measured
 */
export function lnCoAirFree(desk: Pick<Desk, 'premix' | 'air' | 'kind'>, lambda: number, load: number, shape: CoShape): number {
  const l = max(0.3, lambda) - shape.knee
  if (desk.premix) {
    const measured =
      45 * max(load, 0.05) ** 0.7 * exp(min(9, -(l - 1.25) / (0.07 * shape.width))) +
      10 * exp(min(9, (l - 1.5) / (0.03 * shape.width))) +
      290_000 * max(0, 1 - l)
    return log(max(0.5, measured * max(1, lambda)))
  }
  const flame = desk.kind === 'forced-draught' ? FLAME.forced : desk.air === 'natural' ? FLAME.natural : FLAME.fixed
  const sigma = flame.sigma * shape.width
  const z = (l - 1) / sigma
  const ppm =
    flame.floor +
    0.6 * 0.29e6 * sigma * (normalDensity(z) - z * normalUpperTail(z)) +
    10 * exp(min(9, (l - flame.lift) / flame.liftWidth)) +
    3000 * max(0, load - 1.05)
  return log(max(0.5, ppm))
}
