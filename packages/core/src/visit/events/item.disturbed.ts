import { opensGasPath } from '../../procedure'
import { MOVED_BY_OPENING, touch } from '../draft'
import { powerProvedOff } from '../isolation'
import { defineEvent, WORKERS } from '../kit'

export const itemDisturbed = defineEvent({
  type: 'item.disturbed',
  emit: WORKERS,
  afterClosing: 'refused',
  moves: ['ends', 'left'],
  makes: 'itemId',
  apply: (h, { data }) => {
    if (h.visit.now.disturbed.some((d) => d.id === data.itemId)) return h.odd('disturbed-twice')
    if (h.draft && (data.kind === 'lead' || data.kind === 'earth') && !powerProvedOff(h.draft.appliance.card, h.draft.held.now))
      h.breach('dismantled-before-proved-dead')
    if (h.draft && opensGasPath(data.kind)) touch(h.draft, { index: h.index, stations: MOVED_BY_OPENING, burningOnly: true })
    h.visit.own('disturbed').push({
      id: data.itemId,
      applianceId: h.applianceId,
      kind: data.kind,
      label: data.label,
      photoId: data.photoId ?? null,
      index: h.index,
      refitted: null,
      carried: false,
      ...h.stamp,
    })
  },
})
