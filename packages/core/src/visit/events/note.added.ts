import { defineEvent, WORKERS } from '../kit'

export const noteAdded = defineEvent({
  type: 'note.added',
  emit: WORKERS,
  afterClosing: { emit: WORKERS, newReport: true },
  moves: [],
  apply: (h, { data, stepId }) => void h.visit.own('notes').push({ text: data.text, stepId: stepId ?? null, ...h.stamp }),
})
