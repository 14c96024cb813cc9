import type { Advised } from '@lucerna/core/advice'
import type { Adjuster, Card, InstalledFacts } from '@lucerna/core/appliance'
import type { MeasurandId } from '@lucerna/core/measure'
import type { Practice } from '@lucerna/core/practice'
import type { Verdict } from '@lucerna/core/visit'
import { createContext, useContext } from 'react'
import type { Units } from '@/ui/figures'

/** A reading as the desk shows it. */
interface ShownReading {
  readonly measurandId: MeasurandId
  readonly firingStateId: string
  readonly valueSi: number
  readonly verdict?: Verdict | undefined
}

/** What every part of a set-up desk works with, within a visit or without one. */
export interface SetUp {
  readonly appliance: { readonly card: Card; readonly facts: InstalledFacts }
  readonly practice: Practice
  readonly units: Units
  readonly timeZone: string
  readonly advised: Advised
  /** The rate that the burner runs at here; moves are made only there. */
  readonly rateId: string | null
  /** Net turns from as found by adjuster; clockwise is positive. */
  readonly netTurns: Readonly<Record<string, number>>
  /** The newest reading of every key. */
  readonly latest: ReadonlyMap<string, ShownReading>
  /** All settled readings in their order. */
  readonly readings: readonly ShownReading[]
  /** When a move was made. */
  readonly whenOf: (moveId: string) => string | null
  /** Writes down a move as it was made, clockwise positive. */
  readonly turn: (adjuster: Adjuster, amount: number, rateId: string) => void
  /** A move was made otherwise than it was written down; 0: not at all. */
  readonly correct: (moveId: string, adjuster: Adjuster, amount: number) => void
  /** Opens the place where something is read at a rate; null where this is the place. */
  readonly toRate: (rateId: string, figures?: readonly MeasurandId[]) => (() => void) | null
}

const SetUpContext = createContext<SetUp | null>(null)
export const SetUpProvider = SetUpContext.Provider

export function useSetUp(): SetUp {
  const desk = useContext(SetUpContext)
  if (!desk) throw new Error('Outside of a set-up desk')
  return desk
}

/** Name of a rate as the card prints it, within a sentence. `rateName(desk, 'max')` → "maximum" */
export const rateName = ({ appliance }: Pick<SetUp, 'appliance'>, id: string): string =>
  (appliance.card.firingStates.find((s) => s.id === id)?.label ?? id).toLowerCase()
