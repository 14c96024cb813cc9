import { z } from 'zod'
import { idSchema } from '../../shapes'
import { defineEvent, WORKERS } from '../kit'

/** Defects that somebody has to be told of in writing. */
export const NOTICE_CLASSES = ['danger-now', 'at-risk'] as const

/**
 * A notice of dangers or risks that were left: of which, whether a label was tied on, and whether the customer signed for it. A drawing, and whose name stands under it, are in a side table
 * that can be erased.
 */
export const noticeGiven = defineEvent({
  type: 'notice.given',
  data: z.strictObject({
    noticeId: idSchema,
    defectIds: z.array(idSchema).min(1).max(50),
    labelled: z.boolean(),
    acknowledged: z.enum(['signed', 'refused', 'nobody-there']),
    drawingId: idSchema.optional(),
  }),
  emit: WORKERS,
  afterClosing: 'refused',
  moves: [],
  makes: 'noticeId',
  apply: (h, { data: { noticeId: id, drawingId, ...notice } }) =>
    void h.visit.own('notices').push({ id, ...notice, drawingId: drawingId ?? null, ...h.stamp }),
})
