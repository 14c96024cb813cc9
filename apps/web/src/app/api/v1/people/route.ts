import { z } from 'zod'
import { inFirm } from '@/db/client'
import { listMembers } from '@/features/people/server/members'
import { endpoint } from '@/server/endpoint'

export const GET = endpoint(
  {
    operationId: 'list-people',
    tag: 'People',
    summary: 'The people of the firm',
    ok: { 200: [z.object({ people: z.array(z.looseObject({})) }), 'People.'] },
  },
  async ({ actor, now }) => ({ people: await inFirm(actor, (tx) => listMembers(tx, actor, now)) }),
)
