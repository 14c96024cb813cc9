import { z } from 'zod'
import { textSchema } from '../../shapes'
import { defineEvent, WORKERS } from '../kit'

export const noteAdded = defineEvent({
  type: 'note.added',
  data: z.strictObject({ text: textSchema(1, 5000) }),
  emit: WORKERS,
  afterClosing: { emit: WORKERS, newReport: true },
  moves: [],
  apply: (h, { data, stepId }) => void h.visit.own('notes').push({ text: data.text, stepId: stepId ?? null, ...h.stamp }),
})
