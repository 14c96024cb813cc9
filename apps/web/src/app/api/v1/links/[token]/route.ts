import { z } from 'zod'
import { inFirm } from '@/db/client'
import { revokeLink } from '@/features/label/links'
import { DONE, endpoint } from '@/server/endpoint'

export const DELETE = endpoint(
  {
    operationId: 'revoke-link',
    tag: 'Places',
    summary: 'Makes a printed link lead nowhere',
    path: z.object({ token: z.string().max(100) }),
    may: 'label.print',
    ok: { 204: DONE },
  },
  ({ actor, path, now }) => inFirm(actor, (tx) => revokeLink(tx, actor, path.token, now)),
)
