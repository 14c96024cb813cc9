import type { Card, InstalledFacts } from '../appliance'
import type { Instrument } from '../measure'
import type { Practice } from '../practice'
import type { LooseEnd } from './state'

/** One appliance of a visit with everything that judges it. */
export interface VisitAppliance {
  readonly id: string
  readonly name: string
  readonly card: Card
  readonly facts: InstalledFacts
  /** The as-left values of the visit before, for the hollow ring; key from {@link readingKey}. */
  readonly lastVisit: Readonly<Record<string, number>>
  /** What an earlier visit left open and tagged: it hangs here until it is closed. */
  readonly carried?: readonly Pick<LooseEnd, 'id' | 'key' | 'kind' | 'label' | 'restore' | 'openedAt' | 'openedBy'>[]
}

/** What the fold needs beside the log: it never looks anything up. */
export interface VisitContext {
  readonly appliances: readonly VisitAppliance[]
  readonly practice: Practice
  readonly instruments: readonly Instrument[]
}
