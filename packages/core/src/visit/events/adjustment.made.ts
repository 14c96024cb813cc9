import { conditionAskedIn, isGoodAnswer, mayAdjustIn } from '../../procedure'
import { touch } from '../draft'
import { changesGas, movedBy } from '../foundAndLeft'
import { CONFIRMED, defineEvent } from '../kit'
import { worksOf } from '../sheets'

export const adjustmentMade = defineEvent({
  type: 'adjustment.made',
  emit: CONFIRMED,
  afterClosing: 'refused',
  moves: ['left', 'observations'],
  check: ({ data }, { owner, wrong }) => {
    if (owner && !owner.card.adjusters.some((a) => a.id === data.adjusterId)) wrong('data.adjusterId', 'unknown-adjuster')
  },
  apply: (h, { data, id }) => {
    if (!h.draft) return h.breach('no-appliance')
    const { held, appliance } = h.draft
    const works = worksOf(h.drafts.context, held.now)
    if (!mayAdjustIn(works)) h.breach('adjusted-without-the-job')
    else if (conditionAskedIn(works) && !held.now.observations.condition) h.breach('adjusted-before-judged')
    const adjuster = appliance.card.adjusters.find((a) => a.id === data.adjusterId)
    if (!adjuster) h.odd('no-such-adjuster')
    held.own('adjustments').push({ ...data, ...h.stamp, eventId: id, index: h.index })
    // With several valves on one pipe, setting one takes from the others: the inlet is read again with all on.
    const several = appliance.card.sections.length > 1 && changesGas(adjuster)
    touch(h.draft, {
      index: h.index,
      stations: several ? [...movedBy(adjuster), 'inlet'] : movedBy(adjuster),
      burningOnly: true,
      set: true,
    })
    // What was marked is not where the shutter is now.
    if (adjuster?.function === 'air-shutter') delete held.own('observations')['shutter-mark']
    // Primary air is set after the pressure, and again when the pressure was changed: what was said of it before no longer holds.
    const air = held.now.observations['primary-air']
    if (changesGas(adjuster) && air && isGoodAnswer('primary-air', air.answer)) delete held.own('observations')['primary-air']
    const signed = (data.direction === 'clockwise' ? 1 : -1) * data.amount
    held.own('netTurns')[data.adjusterId] = (held.now.netTurns[data.adjusterId] ?? 0) + signed
  },
})
