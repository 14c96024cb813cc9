import { z } from 'zod'
import { computeRequestSchema, computeWorking } from '@/features/workings/server/compute'
import { endpoint, unread } from '@/server/endpoint'

/** The document has one operation for each working, with its own fields; this is what they have in common. */
export const POST = endpoint(
  {
    operationId: 'compute',
    tag: 'Workings',
    summary: 'Computes one working',
    path: z.object({ id: z.string() }),
    body: unread(computeRequestSchema),
    ok: { 200: [z.looseObject({}), 'The result with its uncertainty, working and warnings.'] },
  },
  ({ path, body }) => computeWorking(path.id, body),
)
