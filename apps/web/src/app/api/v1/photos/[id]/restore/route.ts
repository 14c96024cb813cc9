import { inFirm } from '@/db/client'
import { markPhoto } from '@/features/places/server/photos'
import { apiRoute, pathId } from '@/server/route'

/** Brings a photograph back. */
export const POST = (request: Request, context: { readonly params: Promise<{ id: string }> }): Promise<Response> =>
  apiRoute(request, async (actor) => {
    const id = pathId((await context.params).id)
    await inFirm(actor, (tx) => markPhoto(tx, actor, id, false, new Date().toISOString()))
    return new Response(null, { status: 204 })
  })
