import type { ScrewFunction } from './desk'

/** What one unit of an adjuster is thought to do before it was moved: median and geometric standard deviation. Typical engineering values; the card decides direction and stops. */
export interface ScrewPrior {
  /** Effect of one unit: Pa for governors, clicks and offsets; natural logarithm of the gas or air flow for the others. */
  readonly median: number
  readonly gsd: number
  /** Play when the direction changes, in its unit: median and geometric standard deviation. */
  readonly backlash: number
  readonly backlashGsd: number
  /** The smallest amount that a hand can make, and the largest that is proposed at once. */
  readonly least: number
  readonly most: number
  /** Time until the figures have followed, s. */
  readonly waitS: number
}

/**
 * Throttle: 0.15 % CO₂ for an eighth of a turn; 1 % of passage moves CO₂ by 0.10 % at λ 1.25: 0.12 of ln flow for a turn. Shutter: 0.3 % CO₂ for 10 % of area;
 * menu step 0.1 % CO₂; cam 0.25 % O₂ for a degree.
 */
export const SCREW_PRIORS: Readonly<Record<ScrewFunction, ScrewPrior>> = {
  governor: { median: 100, gsd: 1.8, backlash: 0.09, backlashGsd: 2, least: 1 / 16, most: 3, waitS: 15 },
  click: { median: 12.5, gsd: 1.7, backlash: 1.2, backlashGsd: 2, least: 1, most: 12, waitS: 10 },
  throttle: { median: 0.12, gsd: 2, backlash: 0.06, backlashGsd: 2, least: 1 / 16, most: 1.5, waitS: 90 },
  offset: { median: 20, gsd: 2, backlash: 0.06, backlashGsd: 2, least: 1 / 32, most: 1, waitS: 90 },
  'air-shutter': { median: 0.02, gsd: 1.6, backlash: 1.5, backlashGsd: 2.2, least: 0.5, most: 12, waitS: 90 },
  menu: { median: 0.011, gsd: 1.6, backlash: 0, backlashGsd: 1, least: 1, most: 6, waitS: 90 },
  cam: { median: 0.016, gsd: 1.6, backlash: 0.5, backlashGsd: 2, least: 0.5, most: 10, waitS: 60 },
}
/** In their order. */
export const SCREW_FUNCTIONS = Object.keys(SCREW_PRIORS) as ScrewFunction[]
/** Springs of LPG governors are stiffer. */
export const LPG_GOVERNOR = 2.5
/** Pressure at which the governor's and the click's median hold, Pa; lower ranges have finer threads. */
export const GOVERNOR_AT_PA = 1000
/** Of a screw of which the maker prints what it does, half of the typical spread (of its logarithm) is left: springs and threads differ, the construction does not. */
export const PRINTED_SPREAD = 0.5
/** So many are not what is printed: another spring, another thread, a slip on the card. */
export const UNLIKE_PRINTED = 0.1
/** A direction that a card prints is right so often; of a governor without one, clockwise is more so often. */
export const DIRECTION = { printed: 0.97, governor: 0.9, unknown: 0.5 } as const
/** The largest first move of an adjuster whose direction is unknown, in turns; of the others their least. */
export const TINY_TURN = 1 / 16
/** A valve that does not answer at all is not rare enough to leave out. */
export const DEAD = 0.03
