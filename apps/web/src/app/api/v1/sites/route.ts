import { inFirm } from '@/db/client'
import { listQuerySchema, listSites, pageSchema } from '@/features/places/server/lists'
import { siteRegister } from '@/features/places/server/registers'
import { createEndpoint } from '@/server/registerEndpoints'
import { endpoint } from '@/server/endpoint'

export const GET = endpoint(
  {
    operationId: 'list-sites',
    tag: 'Places',
    summary: 'Sites by name, a page at a time',
    query: listQuerySchema,
    ok: { 200: [pageSchema, 'A page.'] },
  },
  ({ actor, query }) => inFirm(actor, (tx) => listSites(tx, actor.firmId, query)),
)

export const POST = createEndpoint(siteRegister, 'site', 'sites')
