import { z } from 'zod'
import { rawTextSchema, textSchema } from '../../shapes'
import { CONFIRMED, defineEvent } from '../kit'

export const gateOverridden = defineEvent({
  type: 'gate.overridden',
  data: z.strictObject({ gate: rawTextSchema(1, 80), reason: textSchema(3, 2000) }),
  emit: CONFIRMED,
  afterClosing: 'refused',
  moves: [],
  apply: (h, { data }) => void h.visit.own('overrides').push({ ...data, applianceId: h.applianceId, ...h.stamp }),
})
