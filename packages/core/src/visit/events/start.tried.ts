import { z } from 'zod'
import { textSchema } from '../../shapes'
import { defineEvent, WORKERS } from '../kit'
import { stoppedNow } from '../stops'

/** One try to start: lit or not, and what was removed, bridged or open meanwhile. */
export const startTried = defineEvent({
  type: 'start.tried',
  data: z.strictObject({
    lit: z.boolean(),
    ignition: z.enum(['smooth', 'late', 'rough', 'bang']).optional(),
    configuration: textSchema(0, 300).optional(),
  }),
  emit: WORKERS,
  afterClosing: 'refused',
  moves: [],
  apply: (h, { data }) => {
    if (stoppedNow(h)) h.breach('fired-against-a-stop')
    h.visit.own('starts').push({
      applianceId: h.applianceId,
      lit: data.lit,
      ignition: data.ignition ?? null,
      configuration: data.configuration ?? null,
      index: h.index,
      ...h.stamp,
    })
  },
})
