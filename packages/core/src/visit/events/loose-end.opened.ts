import { defineEvent, WORKERS } from '../kit'
import { openLooseEnd } from '../marks'

export const looseEndOpened = defineEvent({
  type: 'loose-end.opened',
  emit: WORKERS,
  afterClosing: 'refused',
  moves: ['ends'],
  makes: 'looseEndId',
  apply: (h, { data: { looseEndId: id, restore, photoId, ...end } }) =>
    openLooseEnd(h, { id, ...end, restore: restore ?? null, photoId: photoId ?? null }),
})
