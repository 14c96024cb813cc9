import { defineEvent, WORKERS } from '../kit'

/** Defects that somebody has to be told of in writing. */
export const NOTICE_CLASSES = ['danger-now', 'at-risk'] as const

/**
 * A notice of dangers or risks that were left: of which, whether a label was tied on, and whether the customer signed for it. A drawing, and whose name stands under it, are in a side table
 * that can be erased.
 */
export const noticeGiven = defineEvent({
  type: 'notice.given',
  emit: WORKERS,
  afterClosing: 'refused',
  moves: [],
  makes: 'noticeId',
  apply: (h, { data: { noticeId: id, drawingId, ...notice } }) =>
    void h.visit.own('notices').push({ id, ...notice, drawingId: drawingId ?? null, ...h.stamp }),
})
