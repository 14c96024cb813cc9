import { inFirm } from '@/db/client'
import { reviewSchema } from '@/features/lockout/schemas'
import { reviewNote } from '@/features/lockout/server/notes'
import { BY_ID, DONE, endpoint } from '@/server/endpoint'

export const PUT = endpoint(
  {
    operationId: 'review-lock-out-note',
    tag: 'Places',
    summary: 'Takes a note of a customer over, or puts it aside',
    path: BY_ID,
    may: 'follow-up.close',
    body: reviewSchema,
    ok: { 204: DONE },
  },
  ({ actor, path, body, now }) => inFirm(actor, (tx) => reviewNote(tx, actor, path.id, body.state, now)),
)
