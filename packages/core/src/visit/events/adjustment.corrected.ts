import { touch } from '../draft'
import { movedBy } from '../foundAndLeft'
import { CONFIRMED, defineEvent } from '../kit'

/** A move was written down otherwise than it was made: another screw, the other way, another amount, or none at all. */
export const adjustmentCorrected = defineEvent({
  type: 'adjustment.corrected',
  emit: CONFIRMED,
  afterClosing: 'refused',
  moves: ['left', 'observations'],
  check: ({ data }, { owner, wrong }) => {
    if (owner && !owner.card.adjusters.some((a) => a.id === data.adjusterId)) wrong('data.adjusterId', 'unknown-adjuster')
  },
  apply: (h, { data: { adjustmentId, adjusterId, direction, amount } }) => {
    if (!h.draft) return h.breach('no-appliance')
    const { held, appliance } = h.draft
    const at = held.now.adjustments.findIndex((a) => a.eventId === adjustmentId)
    const old = held.now.adjustments[at]
    if (!old) return h.breach('no-such-adjustment')
    const adjuster = appliance.card.adjusters.find((a) => a.id === adjusterId)
    if (!adjuster) h.odd('no-such-adjuster')
    const net = held.own('netTurns')
    const signed = (a: { direction: string; amount: number }) => (a.direction === 'clockwise' ? 1 : -1) * a.amount
    net[old.adjusterId] = (net[old.adjusterId] ?? 0) - signed(old)
    net[adjusterId] = (net[adjusterId] ?? 0) + signed({ direction, amount })
    // It stays where it was made: what was read before and after keeps its place.
    held
      .own('adjustments')
      .splice(at, 1, ...(amount === 0 ? [] : [{ ...old, adjusterId, direction, amount, unit: adjuster?.unit ?? old.unit }]))
    // What the other screw moves was moved then.
    if (amount !== 0 && adjusterId !== old.adjusterId)
      touch(h.draft, { index: old.index, stations: movedBy(adjuster), burningOnly: true, set: true })
  },
})
