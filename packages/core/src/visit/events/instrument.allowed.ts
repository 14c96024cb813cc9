import { proveAgain } from '../groups'
import { CONFIRMED, defineEvent } from '../kit'

/** Out of calibration and used all the same: the reason is printed. */
export const instrumentAllowed = defineEvent({
  type: 'instrument.allowed',
  emit: CONFIRMED,
  afterClosing: 'refused',
  moves: ['verdicts', 'left'],
  instruments: (data) => ({ 'data.instrumentId': data.instrumentId }),
  apply: (h, { data }) => {
    h.visit.own('allowed').push({ ...data, ...h.stamp })
    proveAgain(h.drafts, (r) => r.source.instrumentId === data.instrumentId)
  },
})
