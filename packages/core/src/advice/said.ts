import type { DeskMove, DeskReading } from './desk'

/** What a move is foretold to do to one figure: middle and 90 % interval, with what it is now. */
export interface Effect {
  readonly figure: 'pressure' | 'o2' | 'co2' | 'co' | 'input'
  readonly rateId: string
  readonly section: number | null
  readonly now: number
  readonly low: number
  readonly to: number
  readonly high: number
}

/** Why a valve is called out, the likeliest first. */
export const SUSPICIONS = ['starved', 'at-its-stop', 'does-not-answer', 'wrong-way', 'does-not-follow', 'air-or-dirt'] as const
export type Suspicion = (typeof SUSPICIONS)[number]

export type Advice =
  /** Nothing is advised blind: this is read first, or again. */
  | {
      readonly code: 'read'
      readonly rateId: string
      readonly figures: readonly DeskReading['figure'][]
      readonly sections: readonly number[]
    }
  | {
      readonly code: 'move'
      readonly screwId: string
      readonly rateId: string
      /** Clockwise positive, in the screw's own unit. */
      readonly amount: number
      /** So small because nobody knows yet which way it acts. */
      readonly tiny: boolean
      readonly effects: readonly Effect[]
      readonly waitS: number
      /** Rates to read once it has settled, the one it is made at first. */
      readonly then: readonly string[]
    }
  /** All within limits: best not to adjust. */
  | { readonly code: 'leave' }
  /** Set, and every rate verified. */
  | { readonly code: 'done'; readonly moves: number }
  | {
      readonly code: 'call-out'
      readonly suspicions: readonly { readonly code: Suspicion; readonly weight: number }[]
      readonly moves: number
    }
  /** The card names no target here: it measures and shows, no more. */
  | { readonly code: 'no-target'; readonly missing: readonly ('limits' | 'adjusters' | 'rates')[] }

/** What was foretold of a move and what came, for the log of moves. */
export interface Scored {
  readonly move: DeskMove
  readonly effects: readonly Effect[]
  /** How far the reading lay from what was foretold, in its doubt; null until it was read. */
  readonly surprise: number | null
  /** The figure of that reading which lay farthest. */
  readonly farthest?: Pick<DeskReading, 'figure' | 'rateId' | 'section'> | undefined
}

/** What else would explain a reading that contradicts the move that was written down. */
export type Explanation =
  | { readonly code: 'not-moved' | 'other-way' }
  | { readonly code: 'other-screw'; readonly screwId: string; readonly amount: number }
  /** The burner ran at another rate when this was read. */
  | { readonly code: 'other-rate'; readonly rateId: string }

/** A reading that contradicts the last move: asked about, never swallowed. It is over once the same rate was read again. */
export interface Doubt {
  readonly move: DeskMove
  /** How far it lay from what was foretold, in its doubt. */
  readonly surprise: number
  /** The likeliest first; none where no slip explains it. */
  readonly explanations: readonly Explanation[]
}
