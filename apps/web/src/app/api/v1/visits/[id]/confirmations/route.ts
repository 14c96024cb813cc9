import { confirmByPasscode } from '@/features/people/server/confirm'
import { apiRoute, pathId, readJson } from '@/server/route'

/** A licensed person confirms work on another's device, by passcode. */
export const POST = (request: Request, context: { readonly params: Promise<{ id: string }> }): Promise<Response> =>
  apiRoute(request, async (actor) => {
    const id = pathId((await context.params).id)
    return Response.json(await confirmByPasscode(actor, id, await readJson(request), new Date().toISOString()))
  })
