import { inFirm } from '@/db/client'
import { revokeInvitation } from '@/features/people/server/invitations'
import { BY_ID, DONE, endpoint } from '@/server/endpoint'

export const DELETE = endpoint(
  {
    operationId: 'revoke-invitation',
    tag: 'People',
    summary: 'Takes an invitation back',
    path: BY_ID,
    may: 'people.manage',
    ok: { 204: DONE },
  },
  ({ actor, path, now }) => inFirm(actor, (tx) => revokeInvitation(tx, actor, path.id, now)),
)
