import { MOVED_BY_WORK, touch } from '../draft'
import { CONFIRMED, defineEvent } from '../kit'

export const partFitted = defineEvent({
  type: 'part.fitted',
  emit: CONFIRMED,
  afterClosing: 'refused',
  moves: ['left'],
  apply: (h, { data }) => {
    h.visit
      .own('parts')
      .push({ part: data.part, number: data.number ?? null, why: data.why ?? null, applianceId: h.applianceId, ...h.stamp })
    if (h.draft) touch(h.draft, { index: h.index, stations: MOVED_BY_WORK })
  },
})
