import { z } from 'zod'
import { inFirm } from '@/db/client'
import { retentionSchema } from '@/features/people/schemas'
import { retentionOf, setRetention, wouldGo } from '@/features/people/server/retention'
import { answered, endpoint } from '@/server/endpoint'
import { etag } from '@/server/fields'

const counts = z.record(z.enum(['letters', 'invitations', 'imports', 'notes', 'contacts', 'people']), z.number())

export const GET = endpoint(
  {
    operationId: 'retention',
    tag: 'People',
    summary: 'How long what is personal is kept, and what would go now',
    may: 'firm.settings',
    ok: { 200: [z.object({ periods: retentionSchema, wouldGo: counts }), 'Months by kind; null keeps it.'] },
  },
  ({ actor, now }) =>
    inFirm(actor, async (tx) => {
      const { periods, version } = await retentionOf(tx, actor.firmId)
      return answered({ periods, wouldGo: await wouldGo(tx, actor.firmId, periods, now) }, { headers: etag(version) })
    }),
)

export const POST = endpoint(
  {
    operationId: 'rehearse-retention',
    tag: 'People',
    summary: 'What would go now under other periods; nothing does',
    may: 'firm.settings',
    body: retentionSchema,
    ok: { 200: [z.object({ wouldGo: counts }), 'Counts by kind.'] },
  },
  ({ actor, body, now }) => inFirm(actor, async (tx) => ({ wouldGo: await wouldGo(tx, actor.firmId, body, now) })),
)

export const PUT = endpoint(
  {
    operationId: 'change-retention',
    tag: 'People',
    summary: 'Sets how long what is personal is kept; it goes in the night',
    may: 'firm.settings',
    version: true,
    body: retentionSchema,
    ok: { 200: [z.object({ version: z.number() }), 'Set.'] },
  },
  async ({ actor, body, version, now }) => {
    const next = await inFirm(actor, (tx) => setRetention(tx, actor, body, version, now))
    return answered({ version: next }, { headers: etag(next) })
  },
)
