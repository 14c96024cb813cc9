import { inFirm } from '@/db/client'
import { changeMember, markMember } from '@/features/people/server/members'
import { etag, expectedVersion } from '@/server/fields'
import { apiRoute, pathId, readJson } from '@/server/route'

interface Context {
  readonly params: Promise<{ id: string }>
}

/** Changes role and licence (If-Match). */
export const PUT = (request: Request, context: Context): Promise<Response> =>
  apiRoute(request, async (actor) => {
    const id = pathId((await context.params).id)
    const version = expectedVersion(request)
    const body = await readJson(request)
    const next = await inFirm(actor, (tx) => changeMember(tx, actor, id, body, version, new Date().toISOString()))
    return Response.json({ version: next }, { headers: etag(next) })
  })

/** Takes somebody out of the firm. */
export const DELETE = (request: Request, context: Context): Promise<Response> =>
  apiRoute(request, async (actor) => {
    const id = pathId((await context.params).id)
    await inFirm(actor, (tx) => markMember(tx, actor, id, true, new Date().toISOString()))
    return new Response(null, { status: 204 })
  })
