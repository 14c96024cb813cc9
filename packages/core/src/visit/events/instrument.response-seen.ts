import { proveAgain } from '../groups'
import { defineEvent, WORKERS } from '../kit'

export const instrumentResponseSeen = defineEvent({
  type: 'instrument.response-seen',
  emit: WORKERS,
  afterClosing: 'refused',
  moves: ['verdicts', 'left'],
  instruments: (data) => ({ 'data.instrumentId': data.instrumentId }),
  apply: (h, { data }) => {
    h.visit.own('responses').push({ ...data, index: h.index })
    proveAgain(h.drafts, (r) => r.source.instrumentId === data.instrumentId)
  },
})
