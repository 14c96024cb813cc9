import { z } from 'zod'
import { idSchema, rawTextSchema, textSchema } from '../../shapes'
import { defineEvent, WORKERS } from '../kit'
import { putFault } from '../putFault'

/** A check that was not made, and why. */
export const checkLeftOut = defineEvent({
  type: 'check.left-out',
  data: z.strictObject({ faultId: idSchema, checkId: rawTextSchema(1, 60), reason: textSchema(0, 300) }),
  emit: WORKERS,
  afterClosing: 'refused',
  moves: [],
  apply: putFault,
})
