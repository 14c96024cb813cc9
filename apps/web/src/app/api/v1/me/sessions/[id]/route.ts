import { inFirm } from '@/db/client'
import { endSession } from '@/features/people/server/own'
import { apiRoute, pathId } from '@/server/route'

/** Signs one of one's own sessions out. */
export const DELETE = (request: Request, context: { readonly params: Promise<{ id: string }> }): Promise<Response> =>
  apiRoute(request, async (actor) => {
    const id = pathId((await context.params).id)
    await inFirm(actor, (tx) => endSession(tx, actor, id))
    return new Response(null, { status: 204 })
  })
