import { inFirm } from '@/db/client'
import { linkUrl, standingLink } from '@/features/label/links'
import { apiRoute, pathId } from '@/server/route'

/** The link of an appliance's lid label: the one that stands, or a new one. → 200 `{token, url}` */
export const POST = (request: Request, context: { readonly params: Promise<{ id: string }> }): Promise<Response> =>
  apiRoute(request, async (actor) => {
    const id = pathId((await context.params).id)
    const token = await inFirm(actor, (tx) => standingLink(tx, actor, id, new Date().toISOString()))
    return Response.json({ token, url: linkUrl(token) })
  })
