import type { Card } from '@lucerna/core/appliance'
import type { Practice } from '@lucerna/core/practice'
import type { JobKind, Step } from '@lucerna/core/procedure'
import { foldVisit, serviceGates, type StoredEvent, type VisitContext, type VisitEvent } from '@lucerna/core/visit'
import { playSheet, type SheetToPlay } from './play'
import { soundValues } from './sound'
import { testKit } from './testKit'

const id = (n: number): string => `00000000-0000-7000-8000-${String(n).padStart(12, '0')}`
export const TEST_APPLIANCE = id(1)
export const TEST_VISIT = id(2)
const DEVICE = id(3)

export const testFacts = (card: Card) => ({ gas: card.ratings[0]!.gas, altitudeM: 12 })

/** Events as the server gives them back, in the order of the list. */
export const asStored = (events: readonly VisitEvent[], from = 1): StoredEvent[] =>
  events.map((e, i) => ({ ...e, seq: from + i, receivedAt: e.at, authorId: 'a', authorName: 'A', provisional: false }))

/** A whole sheet worked through on a sound appliance, folded, with what stands against normal service. */
export function played(card: Card, practice: Practice, jobKind: JobKind, steps: readonly Step[], more: Partial<SheetToPlay> = {}) {
  const facts = testFacts(card)
  const instruments = testKit()
  const context: VisitContext = {
    jobKind,
    appliances: [{ id: TEST_APPLIANCE, name: card.model, card, facts, lastVisit: {} }],
    practice,
    instruments,
  }
  let n = 100
  const play = playSheet({
    visitId: TEST_VISIT,
    applianceId: TEST_APPLIANCE,
    jobKind,
    card,
    practice,
    steps,
    instruments,
    deviceId: DEVICE,
    startedAt: new Date('2026-06-01T08:00:00.000Z'),
    newId: () => id(++n),
    valueOf: soundValues(card, facts, practice, steps),
    ...more,
  })
  const fold = (events: readonly StoredEvent[]) => {
    const visit = foldVisit(TEST_VISIT, events, context)
    const state = visit.appliances[0]!
    return { visit, state, gates: serviceGates(context.appliances[0]!, state, steps, visit, context) }
  }
  return { ...play, context, fold, ...fold(asStored(play.events)) }
}
