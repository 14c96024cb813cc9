import { z } from 'zod'
import { remember } from '@/features/workings/server/memory'
import { DONE, endpoint, unread } from '@/server/endpoint'

export const PUT = endpoint(
  {
    operationId: 'remember-working',
    tag: 'Workings',
    summary: 'Keeps what one typed last, for the next time',
    path: z.object({ id: z.string() }),
    body: unread(z.record(z.string(), z.unknown())),
    ok: { 204: DONE },
  },
  ({ actor, path, body, now }) => remember(actor, path.id, body, now),
)
