import { inFirm } from '@/db/client'
import { revokeInvitation } from '@/features/people/server/invitations'
import { apiRoute, pathId } from '@/server/route'

/** Takes an invitation back. */
export const DELETE = (request: Request, context: { readonly params: Promise<{ id: string }> }): Promise<Response> =>
  apiRoute(request, async (actor) => {
    const id = pathId((await context.params).id)
    await inFirm(actor, (tx) => revokeInvitation(tx, actor, id, new Date().toISOString()))
    return new Response(null, { status: 204 })
  })
