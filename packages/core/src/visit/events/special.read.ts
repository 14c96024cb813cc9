import { firingState } from '../../appliance'
import { checkPossible, specialsOf } from '../../measure'
import { checkPlace } from '../checkReading'
import { defineEvent, WORKERS } from '../kit'
import { readingKey } from '../keys'

export const specialRead = defineEvent({
  type: 'special.read',
  emit: WORKERS,
  afterClosing: 'refused',
  moves: [],
  makes: 'readingId',
  check: ({ data }, at) => {
    checkPlace(data, 'data', at)
    const { special, measurandId } = data
    if (!specialsOf(measurandId).includes(special.kind)) return at.wrong('data.special', 'no-such-special', { measurand: measurandId })
    if (special.kind !== 'varies') return
    for (const [field, si] of [
      ['fromSi', special.fromSi],
      ['toSi', special.toSi],
    ] as const) {
      const possible = checkPossible(measurandId, si)
      if (!possible.ok) at.wrong(`data.special.${field}`, possible.error.code, possible.error.params as never)
    }
  },
  apply: (h, event) => {
    const { draft, applianceId } = h
    if (!draft || !applianceId) return h.breach('no-appliance')
    const { readingId, special, ...place } = event.data
    if (draft.held.now.specials.some((s) => s.id === readingId)) return h.odd('noted-twice')
    if (!firingState(draft.appliance.card, place.firingStateId)) h.odd('no-such-state')
    draft.held.own('specials').push({
      id: readingId,
      key: readingKey(place),
      measurandId: place.measurandId,
      stationId: place.stationId,
      firingStateId: place.firingStateId,
      sectionId: place.sectionId ?? null,
      instanceId: place.instanceId ?? null,
      special,
      index: h.index,
      ...h.stamp,
    })
  },
})
