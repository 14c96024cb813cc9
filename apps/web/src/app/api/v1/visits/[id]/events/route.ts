import { visitEventSchema } from '@lucerna/core/visit'
import { z } from 'zod'
import { inFirm, KEYS_ONLY } from '@/db/client'
import { acceptedSchema } from '@/features/visit/server/answers'
import { appendList, readList } from '@/features/visit/server/append'
import { loadEvents } from '@/features/visit/server/log'
import { visitRow } from '@/features/visit/server/row'
import { BY_ID, endpoint, unreadRaw } from '@/server/endpoint'

const storedSchema = z.looseObject({ id: z.uuid(), seq: z.number(), receivedAt: z.string(), authorId: z.string(), type: z.string() })

export const POST = endpoint(
  {
    operationId: 'append-events',
    tag: 'Visits',
    summary: 'Appends events: all or none, idempotent by id',
    path: BY_ID,
    body: unreadRaw(z.strictObject({ events: z.array(visitEventSchema).min(1).max(500) })),
    ok: { 200: [acceptedSchema, 'Accepted, in order.'] },
    problems: [409],
  },
  ({ actor, path, body, now }) => {
    const list = readList(actor, path.id, body)
    return inFirm(actor, (tx) => appendList(tx, actor, list, now), undefined, KEYS_ONLY)
  },
)

export const GET = endpoint(
  {
    operationId: 'list-events',
    tag: 'Visits',
    summary: 'Events as stored, in order',
    path: BY_ID,
    query: z.object({
      after: z
        .string()
        .regex(/^\d{1,9}$/, 'problem.bad-place')
        .default('0')
        .meta({ description: 'The place in the log after which to begin: a whole number.' }),
    }),
    ok: { 200: [z.object({ events: z.array(storedSchema) }), 'The log.'] },
  },
  ({ actor, path: { id }, query }) =>
    inFirm(actor, async (tx) => {
      await visitRow(tx, actor.firmId, id, false)
      return { events: await loadEvents(tx, actor.firmId, id, Number(query.after)) }
    }),
)
