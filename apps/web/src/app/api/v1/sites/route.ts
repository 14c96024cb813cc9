import { inFirm } from '@/db/client'
import { mustBeCursor } from '@/features/places/server/keyset'
import { listSites, placesQuerySchema } from '@/features/places/server/lists'
import { siteRegister } from '@/features/places/server/registers'
import { createRoute } from '@/features/places/server/routes'
import { apiRoute } from '@/server/route'

/** Sites by name, a page at a time: `?q=&state=removed&after=`. → `{rows, next}` */
export const GET = (request: Request): Promise<Response> =>
  apiRoute(request, async (actor) => {
    const { searchParams } = new URL(request.url)
    mustBeCursor(searchParams.get('after'), 2)
    const query = placesQuerySchema.parse(Object.fromEntries(searchParams))
    return Response.json(await inFirm(actor, (tx) => listSites(tx, actor.firmId, query)), { headers: { 'cache-control': 'no-store' } })
  })

/** A new site. → 201 */
export const POST = createRoute(siteRegister, 'sites')
