import { z } from 'zod'
import { CIRCUMSTANCES, SYMPTOMS } from '../../faults'
import { idSchema, rawTextSchema, textSchema } from '../../shapes'
import { defineEvent, WORKERS } from '../kit'
import { putFault } from '../putFault'

/** A fault that is looked for: what it does, and what is known of it beside the checks. Said again, it stands in place of what was said before. */
export const faultDescribed = defineEvent({
  type: 'fault.described',
  data: z.strictObject({
    faultId: idSchema,
    symptom: z.enum(SYMPTOMS),
    code: textSchema(1, 30).optional(),
    intermittent: z.boolean(),
    circumstances: z.array(z.enum(CIRCUMSTANCES)).max(CIRCUMSTANCES.length),
    /** Causes whose part was renewed before. */
    renewed: z.array(rawTextSchema(1, 60)).max(40),
  }),
  emit: WORKERS,
  afterClosing: 'refused',
  moves: [],
  makes: 'faultId',
  apply: putFault,
})
