import type { VisitStage } from '../appliance'
import type { Instrument, MeasurandId, Station } from '../measure'
import type { LooseEndKind, TimerId } from './looseEnds'

/** One figure that a step wants. */
export interface Need {
  readonly measurandId: MeasurandId
  readonly stationId: Station
  readonly firingStateId: string
  readonly sectionId?: string
  readonly optional: boolean
}

/** One thing that a step wants looked at, proved or ticked. */
export interface Ask {
  readonly id: string
  /** The good answer first. */
  readonly answers: readonly [string, string, ...string[]]
  /** The card's own words; otherwise the message files have them by id. */
  readonly label: string | null
  /** What each answer means, in the card's words; otherwise the message files have them. A maker's question is answered by the card's two answers, never Yes or No. */
  readonly said: Readonly<Record<string, string>> | null
  /** How, in the card's words. */
  readonly how: string | null
  /** Renewed each time, whatever it looks like. */
  readonly mustRenew: boolean
}

export const STEP_KINDS = [
  'before-entry',
  'make-safe',
  'standing',
  'working',
  'complaint',
  'dead-start',
  'basics',
  'repair',
  'first-run',
  'differential',
  'found',
  'condition',
  'isolate',
  'let-by',
  'tightness',
  'joints-cold',
  'strip',
  'look-first',
  'replace-valve',
  'gas-part',
  'convert',
  'before-running',
  'sequence',
  'manifold',
  'seat',
  'gas-rate',
  'rise',
  'flame',
  'flue-integrity',
  'flue',
  'draught',
  'adapt',
  'settle',
  'safeties',
  'pilot',
  'water',
  'figures',
  'own',
  'joints-hot',
  'case-sweep',
  'loose-ends',
  'own-controls',
  'hand-over',
  'finish',
] as const
export type StepKind = (typeof STEP_KINDS)[number]

/** What the product says where it applies: codes of the message files. */
export const CAUTIONS = [
  'no-flame-leaks',
  'no-switches',
  'co-no-smell',
  'mains-live',
  'hot-parts',
  'lpg-low',
  'scald',
  'no-blow-valve',
  'no-bridge',
  'fibre',
  'condensate',
  'pilot-old',
  'pilot-unsupervised',
  'steam-level',
  'flux',
] as const
export type Caution = (typeof CAUTIONS)[number]

export interface Opening {
  readonly kind: LooseEndKind
  readonly key: string
  readonly label: string
  readonly closes: string
}

export interface Step {
  readonly id: string
  readonly kind: StepKind
  readonly stage: VisitStage
  readonly stationId: Station
  /** The state this step is taken at, where the burner has to be brought there. */
  readonly firingStateId: string | null
  readonly sectionId: string | null
  readonly needs: readonly Need[]
  readonly asks: readonly Ask[]
  /** Instrument kinds that have to be zeroed in this step. */
  readonly zeroes: readonly Extract<Instrument['kind'], 'analyser' | 'gas-detector'>[]
  /** What the step leaves open when it begins. */
  readonly opens: readonly Opening[]
  /** Clocks that have to run out. */
  readonly timers: readonly { readonly id: TimerId; readonly seconds: number }[]
  readonly cautions: readonly Caution[]
  /** Steps that have to be settled first; each stands earlier in the sheet. */
  readonly after: readonly string[]
  /** Whether it may be left out with a reason that the report prints. */
  readonly skip: 'with-reason' | 'never'
  /** A maker's own step: its words and where they stand. */
  readonly own: { readonly label: string; readonly why: string; readonly doc: string; readonly page: string } | null
}
