import { inFirm } from '@/db/client'
import { listAppliances, placesQuerySchema } from '@/features/places/server/lists'
import { apiRoute } from '@/server/route'

/** Appliances by next service, a page at a time: `?q=&burner=&gas=&state=&after=`. → `{rows, next}` */
export const GET = (request: Request): Promise<Response> =>
  apiRoute(request, async (actor) => {
    const query = placesQuerySchema.parse(Object.fromEntries(new URL(request.url).searchParams))
    const page = await inFirm(actor, (tx) => listAppliances(tx, actor.firmId, query, new Date().toISOString().slice(0, 10)))
    return Response.json(page, { headers: { 'cache-control': 'no-store' } })
  })
