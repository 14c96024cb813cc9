import { z } from 'zod'
import { inFirm } from '@/db/client'
import { createVisit, newVisitSchema } from '@/features/visit/server/create'
import { answered, endpoint } from '@/server/endpoint'

export const POST = endpoint(
  {
    operationId: 'plan-visit',
    tag: 'Visits',
    summary: 'Plans a visit',
    body: newVisitSchema,
    ok: { 201: [z.object({ id: z.uuid() }), 'Planned.'] },
    problems: [404],
  },
  async ({ actor, body, now }) => {
    const id = await inFirm(actor, (tx) => createVisit(tx, actor, body, now))
    return answered({ id }, { status: 201, headers: { location: `/api/v1/visits/${id}` } })
  },
)
