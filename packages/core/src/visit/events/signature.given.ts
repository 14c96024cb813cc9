import { defineEvent, WORKERS } from '../kit'

/** The drawing, and whose name stands under it, are in a side table that can be erased; the log holds the id. */
export const signatureGiven = defineEvent({
  type: 'signature.given',
  emit: WORKERS,
  afterClosing: 'refused',
  moves: [],
  apply: (h, { data, at, authorName }) =>
    void h.visit.own('signatures').push({ by: data.by, outcome: data.outcome, drawingId: data.drawingId ?? null, at, who: authorName }),
})
