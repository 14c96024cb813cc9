import { inFirm } from '@/db/client'
import { readVisit } from '@/features/visit/server/read'
import { apiRoute, pathId } from '@/server/route'

/** The folded visit: state, run sheets and what stands against normal service. See docs/api.md. */
export const GET = (request: Request, context: { params: Promise<{ id: string }> }): Promise<Response> =>
  apiRoute(request, async (actor) => {
    const visitId = pathId((await context.params).id)
    return Response.json(await inFirm(actor, (tx) => readVisit(tx, actor.firmId, visitId)), { headers: { 'cache-control': 'no-store' } })
  })
