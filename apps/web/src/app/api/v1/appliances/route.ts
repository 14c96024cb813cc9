import { inFirm } from '@/db/client'
import { listAppliances, listQuerySchema, pageSchema } from '@/features/places/server/lists'
import { endpoint } from '@/server/endpoint'

export const GET = endpoint(
  {
    operationId: 'list-appliances',
    tag: 'Places',
    summary: 'Appliances by next service, a page at a time',
    query: listQuerySchema,
    ok: { 200: [pageSchema, 'A page.'] },
  },
  ({ actor, query, now }) => inFirm(actor, (tx) => listAppliances(tx, actor.firmId, query, now)),
)
