import { z } from 'zod'
import { idSchema, rawTextSchema } from '../../shapes'
import { CONFIRMED, defineEvent } from '../kit'
import { putFault } from '../putFault'

/** What the fault was, as somebody answers for it: proved, since it runs with the remedy and not without, or as good as. */
export const faultSettled = defineEvent({
  type: 'fault.settled',
  data: z.strictObject({ faultId: idSchema, causeIds: z.array(rawTextSchema(1, 60)).min(1).max(3), proved: z.boolean() }),
  emit: CONFIRMED,
  afterClosing: 'refused',
  moves: [],
  apply: putFault,
})
