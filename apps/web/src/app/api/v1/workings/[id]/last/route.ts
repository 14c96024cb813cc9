import { remember } from '@/features/workings/server/memory'
import { apiRoute, readJson } from '@/server/route'

/** Keeps what this person typed last, so that it stands there the next time. */
export const PUT = (request: Request, { params }: { readonly params: Promise<{ id: string }> }): Promise<Response> =>
  apiRoute(request, async (actor) => {
    await remember(actor, (await params).id, await readJson(request), new Date().toISOString())
    return new Response(null, { status: 204 })
  })
