import { inFirm } from '@/db/client'
import { endSession } from '@/features/people/server/sessions'
import { BY_ID, DONE, endpoint } from '@/server/endpoint'

export const DELETE = endpoint(
  { operationId: 'end-session', tag: 'Oneself', summary: 'Signs one session out', path: BY_ID, ok: { 204: DONE } },
  ({ actor, path }) => inFirm(actor, (tx) => endSession(tx, actor, path.id)),
)
