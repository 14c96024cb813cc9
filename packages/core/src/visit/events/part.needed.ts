import { z } from 'zod'
import { daySchema, idSchema, textSchema } from '../../shapes'
import { defineEvent, WORKERS } from '../kit'

/** A part that has to be got before the work can go on, and by when somebody comes back with it. */
export const partNeeded = defineEvent({
  type: 'part.needed',
  data: z.strictObject({
    needId: idSchema,
    part: textSchema(2, 200),
    number: textSchema(0, 60).optional(),
    why: textSchema(0, 500).optional(),
    backOn: daySchema.optional(),
  }),
  emit: WORKERS,
  afterClosing: 'refused',
  moves: [],
  makes: 'needId',
  apply: (h, { data: { needId: id, part, number, why, backOn } }) =>
    void h.visit
      .own('partsNeeded')
      .push({ id, part, number: number ?? null, why: why ?? null, backOn: backOn ?? null, applianceId: h.applianceId, ...h.stamp }),
})
