import { z } from 'zod'
import { idSchema } from '../../shapes'
import { defineEvent, WORKERS } from '../kit'

export const instrumentZeroed = defineEvent({
  type: 'instrument.zeroed',
  data: z.strictObject({ instrumentId: idSchema, place: z.enum(['clean-air', 'at-connection']) }),
  emit: WORKERS,
  afterClosing: 'refused',
  // What is read afterwards is proved by it; what was read before stays void.
  moves: [],
  instruments: (data) => ({ 'data.instrumentId': data.instrumentId }),
  apply: (h, { data, at }) => void h.visit.own('zeroed').push({ ...data, at, index: h.index }),
})
