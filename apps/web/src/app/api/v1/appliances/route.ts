import { inFirm } from '@/db/client'
import { mustBeCursor } from '@/features/places/server/keyset'
import { listAppliances, placesQuerySchema } from '@/features/places/server/lists'
import { apiRoute } from '@/server/route'

/** Appliances by next service, a page at a time: `?q=&burner=&gas=&state=&after=`. → `{rows, next}` */
export const GET = (request: Request): Promise<Response> =>
  apiRoute(request, async (actor) => {
    const { searchParams } = new URL(request.url)
    mustBeCursor(searchParams.get('after'), 2)
    const query = placesQuerySchema.parse(Object.fromEntries(searchParams))
    const page = await inFirm(actor, (tx) => listAppliances(tx, actor.firmId, query, new Date().toISOString()))
    return Response.json(page, { headers: { 'cache-control': 'no-store' } })
  })
