import { z } from 'zod'
import { SYMPTOM_KIND_IDS } from '../../procedure'
import { idSchema, textSchema } from '../../shapes'
import { defineEvent, WORKERS } from '../kit'

export const symptomNoted = defineEvent({
  type: 'symptom.noted',
  data: z.strictObject({ symptomId: idSchema, kind: z.enum(SYMPTOM_KIND_IDS), text: textSchema(0, 500) }),
  emit: WORKERS,
  afterClosing: 'refused',
  moves: [],
  makes: 'symptomId',
  apply: (h, { data: { symptomId: id, kind, text } }) => {
    if (h.visit.now.symptoms.some((s) => s.id === id)) return h.odd('noted-twice')
    h.visit.own('symptoms').push({ id, kind, text, applianceId: h.applianceId, index: h.index, ...h.stamp })
  },
})
