import type { MeasurandId } from '../measure'

/** How a figure is thought to wander before anything is known of this appliance. */
export interface DriftLaw {
  /** CO grows by a share of itself: it is followed as the logarithm of what it is above this, SI. */
  readonly logFloor?: number
  /** Standard deviation of one reading against the next of an appliance that did not change: instrument, weather, hose; in what is followed (SI, or its logarithm). */
  readonly noise: number
  /** How much it drifts in a year, typically: the mean of an exponential distribution, to either side. */
  readonly yearly: number
  /** Which way most go that go somewhere: dirt raises CO, differential pressure and flue temperature; growing networks and ageing pipes lower pressures. */
  readonly way?: 1 | -1
}

/**
 * Figures that drift with the years. Noise: two readings of the same appliance by different instruments on different days (limits of error of the instruments of `TYPICAL` halved, with weather and line
 * pressure); yearly: a tenth to a fifth of a usual band.
 */
export const DRIFT_LAWS: Partial<Record<MeasurandId, DriftLaw>> = {
  'co.flue': { logFloor: 20e-6, noise: 0.18, yearly: 0.15, way: 1 },
  'co.airFree': { logFloor: 20e-6, noise: 0.18, yearly: 0.15, way: 1 },
  'pressure.chamberDifferential': { noise: 4, yearly: 6, way: 1 },
  'pressure.working': { noise: 18, yearly: 15, way: -1 },
  'pressure.standing': { noise: 18, yearly: 10 },
  'pressure.manifold': { noise: 8, yearly: 6 },
  'co2.flue': { noise: 0.0012, yearly: 0.0008, way: 1 },
  'o2.flue': { noise: 0.0025, yearly: 0.0015, way: -1 },
  'temperature.flue': { noise: 3, yearly: 2.5, way: 1 },
}
