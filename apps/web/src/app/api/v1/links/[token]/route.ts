import { inFirm } from '@/db/client'
import { revokeLink } from '@/features/label/links'
import { apiRoute } from '@/server/route'

/** Revokes a link: what is printed with it leads nowhere from then on. → 204 */
export const DELETE = (request: Request, context: { readonly params: Promise<{ token: string }> }): Promise<Response> =>
  apiRoute(request, async (actor) => {
    const { token } = await context.params
    await inFirm(actor, (tx) => revokeLink(tx, actor, token, new Date().toISOString()))
    return new Response(null, { status: 204 })
  })
