import { z } from 'zod'
import { DEFECT_CLASSES } from '../../practice'
import { idSchema, rawTextSchema, textSchema } from '../../shapes'
import { CONFIRMED, defineEvent } from '../kit'

export const defectFound = defineEvent({
  type: 'defect.found',
  data: z.strictObject({ defectId: idSchema, class: z.enum(DEFECT_CLASSES), text: textSchema(3, 2000), action: rawTextSchema(0, 500) }),
  emit: CONFIRMED,
  afterClosing: 'refused',
  moves: [],
  makes: 'defectId',
  apply: (h, { data: { defectId: id, ...defect } }) =>
    void h.visit.own('defects').push({ id, ...defect, applianceId: h.applianceId, mended: null, ...h.stamp }),
})
