import type { Adjuster, Card } from '../appliance'
import type { FuelTerms } from '../gas'

/** How the air of a burner comes: a fan that does not know of the gas, natural draught, a valve that gives gas as the air comes, a control that finds the mixture itself. */
export type AirOf = 'fixed' | 'natural' | 'ratio' | 'adapted'

/** One firing state in which something is set. */
export interface DeskRate {
  readonly id: string
  /** Rated input over that of the top rate, 0 to 1. */
  readonly share: number
  /** Sections that burn, by their place on the card; one section burns always. */
  readonly sections: readonly number[]
}

/** What is turned or stepped; a calibration that the control runs by itself is started. */
export type ScrewFunction = Exclude<Adjuster['function'], 'calibration'>

/** One adjuster as the card describes it. */
export interface DeskScrew {
  readonly id: string
  readonly function: ScrewFunction
  readonly unit: Adjuster['unit']
  /** What a clockwise move does: +1 more, −1 less, 0 unknown until it is tried. */
  readonly sign: 1 | -1 | 0
  readonly moves: 'gas' | 'air'
  /** Firing states in which it acts most, in the order in which they are set. */
  readonly rates: readonly string[]
  readonly section: number | null
  /** From stop to stop, in its own unit. */
  readonly travel: number | null
  /** Net of as found, clockwise positive. */
  readonly position: number
  /** What one unit does by the maker's own figures, either way; null where the card prints none. */
  readonly printed: PrintedEffect | null
}

/** Burner pressure, Pa; or air ratio, natural logarithm; at the largest rate in which the screw acts. */
export interface PrintedEffect {
  readonly of: 'pressure' | 'mixture'
  readonly rateId: string
  readonly perUnit: number
}

/** A figure that is set: burner pressure of a section (Pa), or mixture (air ratio λ). */
export interface Aim {
  readonly figure: 'pressure' | 'mixture'
  readonly rateId: string
  readonly section: number | null
  readonly min: number
  readonly max: number
  readonly nominal?: number | undefined
}

/**
 * What must not be crossed: CO (mol/mol, as measured or air-free), burner pressure of a section (Pa), heat input over the rated one of the rate, air ratio from below.
 */
export interface Cap {
  readonly figure: 'co' | 'coAirFree' | 'coRatio' | 'pressure' | 'input' | 'mixtureFloor'
  readonly rateId: string
  readonly section: number | null
  readonly limit: number
}

/** Everything that an adviser knows of a valve beside what is read. It never sees what is hidden. */
export interface Desk {
  readonly kind: Card['burnerKind']
  readonly air: AirOf
  readonly premix: boolean
  readonly lpg: boolean
  readonly gas: { readonly terms: FuelTerms; readonly co2Max: number }
  /** In the order in which they are set. */
  readonly rates: readonly DeskRate[]
  readonly sectionCount: number
  readonly screws: readonly DeskScrew[]
  readonly aims: readonly Aim[]
  readonly caps: readonly Cap[]
  /** Adjust only what is outside its band, or bring what is inside to its middle. */
  readonly habit: 'outside' | 'centre'
  /** The probe is in: flue gas is read with every pressure. Without it burner pressure is set by gauge alone, within its band, and the analyser proves it after. */
  readonly analyser: boolean
  /** Which one the analyser measures. */
  readonly reads: 'o2' | 'co2'
  /** A calibration that the control runs by itself, by its adjuster on the card, and whether it is tried before the first menu step. */
  readonly calibration?: { readonly id: string; readonly first: boolean } | undefined
}

/** One figure that was read after it settled. */
export interface DeskReading {
  readonly figure: 'pressure' | 'o2' | 'co2' | 'co' | 'input' | 'inlet'
  readonly rateId: string
  readonly section?: number | null | undefined
  /** Pa, mol/mol dry, W in the basis of the rate. */
  readonly valueSi: number
  /** How well it repeats, standard uncertainty, SI. */
  readonly repeats: number
}

/** One move as it was made. */
export interface DeskMove {
  readonly screwId: string
  readonly rateId: string
  /** In the screw's own unit, clockwise positive. */
  readonly amount: number
}

/** What was done at a desk, in its order: settled readings of one rate, a move, a calibration that the control ran by itself. */
export type DeskEntry =
  | { readonly kind: 'read'; readonly readings: readonly DeskReading[] }
  | { readonly kind: 'move'; readonly id: string; readonly move: DeskMove }
  | { readonly kind: 'calibrated' }
