import { z } from 'zod'
import { inFirm } from '@/db/client'
import { changePlan, planSchema } from '@/features/visit/server/plan'
import { readVisit } from '@/features/visit/server/read'
import { BY_ID, DONE, endpoint } from '@/server/endpoint'

export const GET = endpoint(
  {
    operationId: 'read-visit',
    tag: 'Visits',
    summary: 'The folded visit: state, run sheets and what stands against normal service',
    path: BY_ID,
    ok: {
      200: [
        z.looseObject({
          id: z.uuid(),
          siteId: z.uuid(),
          practice: z.looseObject({ id: z.string(), version: z.number() }),
          lastSeq: z.number(),
          state: z.looseObject({}),
          appliances: z.array(z.looseObject({ id: z.uuid() })),
        }),
        'The whole state of the visit.',
      ],
    },
  },
  ({ actor, path }) => inFirm(actor, (tx) => readVisit(tx, actor.firmId, path.id)),
)

export const PATCH = endpoint(
  {
    operationId: 'change-plan',
    tag: 'Visits',
    summary: 'Who goes, when, and the remark, before the visit begins',
    path: BY_ID,
    may: 'visit.plan',
    body: planSchema,
    ok: { 204: DONE },
    problems: [409],
  },
  ({ actor, path, body, now }) => inFirm(actor, (tx) => changePlan(tx, actor, path.id, body, now)),
)
