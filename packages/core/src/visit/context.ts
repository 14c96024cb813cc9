import type { Card, InstalledFacts } from '../appliance'
import type { Instrument } from '../measure'
import type { Practice } from '../practice'
import type { JobKind } from '../procedure'
import type { StartRecord } from './eventData'
import type { FaultCase, Occurrence } from './faultCase'
import type { ApplianceState, Disturbed, LooseEnd, StepMark } from './state'
import type { Turned } from './turned'

/** One appliance of a visit with everything that judges it. */
export interface VisitAppliance {
  readonly id: string
  readonly name: string
  readonly card: Card
  readonly facts: InstalledFacts
  /** The as-left values of the visit before, for the hollow ring; key from {@link readingKey}. */
  readonly lastVisit: Readonly<Record<string, number>>
  /** The last start that was as it should be, on its time line. */
  readonly goodStart?: StartRecord
  /** What its screws did when they were turned last, in a visit before this one. */
  readonly turned?: Turned
  /** The visit that this one goes on with, as far as it holds here. */
  readonly continued?: Continued
  /** What an earlier visit left open and tagged: it hangs here until it is closed. */
  readonly carried?: readonly Pick<LooseEnd, 'id' | 'key' | 'kind' | 'label' | 'restore' | 'openedAt' | 'openedBy'>[]
  /** What an earlier visit took apart and did not put back. */
  readonly carriedApart?: readonly Pick<Disturbed, 'id' | 'kind' | 'label' | 'at' | 'by'>[]
  /** Faults that earlier visits looked for and did not settle. */
  readonly openFaults?: readonly FaultCase[]
  /** When it locked out, as customers told: not believed until somebody puts it to a fault. */
  readonly lockOuts?: readonly Pick<Occurrence, 'id' | 'happenedAt' | 'service' | 'code'>[]
}

/** What an unfinished visit settled, for the one that continues it: only what does not have to be seen again. */
export interface Continued {
  readonly visitId: string
  readonly closedAt: string
  readonly steps: Readonly<Record<string, StepMark>>
  readonly observations: ApplianceState['observations']
  /** What the job had become. */
  readonly grown: ApplianceState['grown']
  /** As found of the visit before: it stays as found. Key from {@link readingKey}. */
  readonly asFound: Readonly<Record<string, number>>
}

/** What the fold needs beside the log: it never looks anything up. */
export interface VisitContext {
  /** What it was planned as. */
  readonly jobKind: JobKind
  readonly appliances: readonly VisitAppliance[]
  readonly practice: Practice
  readonly instruments: readonly Instrument[]
  /** The gas emergency number of the place: the site's own, else the practice's; absent when nobody entered one. */
  readonly emergencyNumber?: string | null
}
