import { inFirm } from '@/db/client'
import { createVisit } from '@/features/visit/server/create'
import { apiRoute, readJson } from '@/server/route'

/** Plans a visit: `{siteId, applianceIds, jobKind}` → 201 `{id}`. See docs/api.md. */
export const POST = (request: Request): Promise<Response> =>
  apiRoute(request, async (actor) => {
    const body = await readJson(request)
    const id = await inFirm(actor, (tx) => createVisit(tx, actor, body, new Date().toISOString()))
    return Response.json({ id }, { status: 201, headers: { location: `/api/v1/visits/${id}` } })
  })
