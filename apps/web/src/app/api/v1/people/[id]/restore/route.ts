import { inFirm } from '@/db/client'
import { markMember } from '@/features/people/server/members'
import { apiRoute, pathId } from '@/server/route'

/** Takes somebody back into the firm. */
export const POST = (request: Request, context: { readonly params: Promise<{ id: string }> }): Promise<Response> =>
  apiRoute(request, async (actor) => {
    const id = pathId((await context.params).id)
    await inFirm(actor, (tx) => markMember(tx, actor, id, false, new Date().toISOString()))
    return new Response(null, { status: 204 })
  })
