import { inFirm } from '@/db/client'
import { changePlan } from '@/features/visit/server/plan'
import { readVisit } from '@/features/visit/server/read'
import { apiRoute, pathId, readJson } from '@/server/route'

interface Context {
  readonly params: Promise<{ id: string }>
}

/** The folded visit: state, run sheets and what stands against normal service. See docs/api.md. */
export const GET = (request: Request, context: Context): Promise<Response> =>
  apiRoute(request, async (actor) => {
    const visitId = pathId((await context.params).id)
    return Response.json(await inFirm(actor, (tx) => readVisit(tx, actor.firmId, visitId)), { headers: { 'cache-control': 'no-store' } })
  })

/** Changes who goes, when, and the remark, before the visit begins. */
export const PATCH = (request: Request, context: Context): Promise<Response> =>
  apiRoute(request, async (actor) => {
    const visitId = pathId((await context.params).id)
    const body = await readJson(request)
    await inFirm(actor, (tx) => changePlan(tx, actor, visitId, body, new Date().toISOString()))
    return new Response(null, { status: 204 })
  })
