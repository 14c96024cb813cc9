import { z } from 'zod'
import { stationSchema } from '../../measure'
import { idSchema, rawTextSchema } from '../../shapes'
import { defineEvent, WORKERS } from '../kit'
import { connectionOf } from '../zeroes'

export const instrumentZeroed = defineEvent({
  type: 'instrument.zeroed',
  data: z.strictObject({
    instrumentId: idSchema,
    place: z.enum(['clean-air', 'at-connection']),
    /** The connection at which a pressure port was zeroed; one that hangs elsewhere is zeroed there again. */
    stationId: stationSchema.optional(),
    sectionId: rawTextSchema(1, 60).optional(),
    /** The gas cells alone: the draught port was not. */
    gasOnly: z.literal(true).optional(),
  }),
  emit: WORKERS,
  afterClosing: 'refused',
  // What is read afterwards is proved by it; what was read before stays void.
  moves: [],
  instruments: (data) => ({ 'data.instrumentId': data.instrumentId }),
  apply: (h, { data, at }) =>
    void h.visit.own('zeroed').push({
      instrumentId: data.instrumentId,
      place: data.place,
      connection: data.stationId ? connectionOf({ stationId: data.stationId, sectionId: data.sectionId }) : null,
      gasOnly: data.gasOnly ?? false,
      at,
      index: h.index,
    }),
})
