import { z } from 'zod'
import { idSchema, textSchema } from '../../shapes'
import { proveAgain } from '../groups'
import { CONFIRMED, defineEvent } from '../kit'

/** Out of calibration and used all the same: the reason is printed. */
export const instrumentAllowed = defineEvent({
  type: 'instrument.allowed',
  data: z.strictObject({ instrumentId: idSchema, reason: textSchema(3, 2000) }),
  emit: CONFIRMED,
  afterClosing: 'refused',
  moves: ['verdicts', 'left'],
  instruments: (data) => ({ 'data.instrumentId': data.instrumentId }),
  apply: (h, { data }) => {
    h.visit.own('allowed').push({ ...data, ...h.stamp })
    proveAgain(h.drafts, (r) => r.source.instrumentId === data.instrumentId)
  },
})
