import { z } from 'zod'
import { idSchema, rawTextSchema, textSchema } from '../../shapes'
import { defineEvent, WORKERS } from '../kit'
import { putFault } from '../putFault'

/** What a check of a fault case showed: one of its results, or a figure. What the map does not know is kept and counts for nothing. */
export const checkMade = defineEvent({
  type: 'check.made',
  data: z
    .strictObject({
      faultId: idSchema,
      checkId: rawTextSchema(1, 60),
      result: rawTextSchema(1, 60).optional(),
      valueSi: z.number().min(-1e9).max(1e12).optional(),
      /** Standard uncertainty of the figure, SI. */
      u: z.number().min(0).max(1e12).optional(),
      /** As it was typed, with its unit. */
      text: textSchema(1, 60).optional(),
      instrumentId: idSchema.optional(),
    })
    .refine((c) => (c.result === undefined) !== (c.valueSi === undefined), { path: ['result'], message: 'A result, or a value.' }),
  emit: WORKERS,
  afterClosing: 'refused',
  moves: [],
  instruments: (data) => ({ 'data.instrumentId': data.instrumentId }),
  apply: putFault,
})
