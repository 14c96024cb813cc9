import { z } from 'zod'
import { RATES, SERVICES } from '../../faults'
import { idSchema, instantSchema, textSchema } from '../../shapes'
import { defineEvent, WORKERS } from '../kit'
import { putFault } from '../putFault'

/** One time that a fault happened, as somebody saw or told it. */
export const occurrenceNoted = defineEvent({
  type: 'occurrence.noted',
  data: z.strictObject({
    faultId: idSchema,
    occurrenceId: idSchema,
    happenedAt: instantSchema,
    service: z.enum(SERVICES).optional(),
    rate: z.enum(RATES).optional(),
    weather: z.enum(['calm', 'wind', 'rain', 'frost']).optional(),
    code: textSchema(1, 30).optional(),
  }),
  emit: WORKERS,
  afterClosing: 'refused',
  moves: [],
  makes: 'occurrenceId',
  apply: putFault,
})
