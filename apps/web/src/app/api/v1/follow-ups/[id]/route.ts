import { inFirm } from '@/db/client'
import { closeFollowUp, closeSchema, reopenFollowUp } from '@/features/places/server/followUps'
import { BY_ID, DONE, endpoint } from '@/server/endpoint'

export const PUT = endpoint(
  {
    operationId: 'close-follow-up',
    tag: 'Places',
    summary: 'Closes a follow-up with what was done',
    path: BY_ID,
    may: 'follow-up.close',
    body: closeSchema,
    ok: { 204: DONE },
  },
  ({ actor, path, body, now }) => inFirm(actor, (tx) => closeFollowUp(tx, actor, path.id, body.note, now)),
)

export const DELETE = endpoint(
  {
    operationId: 'reopen-follow-up',
    tag: 'Places',
    summary: 'Opens a follow-up again',
    path: BY_ID,
    may: 'follow-up.close',
    ok: { 204: DONE },
  },
  ({ actor, path, now }) => inFirm(actor, (tx) => reopenFollowUp(tx, actor, path.id, now)),
)
