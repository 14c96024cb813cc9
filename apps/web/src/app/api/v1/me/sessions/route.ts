import { z } from 'zod'
import { inFirm } from '@/db/client'
import { endSessions } from '@/features/people/server/sessions'
import { currentSessionId } from '@/server/actor'
import { endpoint } from '@/server/endpoint'

export const DELETE = endpoint(
  {
    operationId: 'sign-out-everywhere',
    tag: 'Oneself',
    summary: 'Signs out everywhere; `?but=here` keeps this one',
    query: z.object({ but: z.literal('here').optional() }),
    ok: { 200: [z.object({ ended: z.number() }), 'Signed out.'] },
  },
  async ({ actor, query, now }) => {
    const keep = query.but === 'here' ? await currentSessionId() : null
    return { ended: await inFirm(actor, (tx) => endSessions(tx, actor, keep, now)) }
  },
)
