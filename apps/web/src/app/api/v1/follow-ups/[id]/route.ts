import { inFirm } from '@/db/client'
import { closeFollowUp, reopenFollowUp } from '@/features/places/server/followUps'
import { apiRoute, pathId, readJson } from '@/server/route'

interface Context {
  readonly params: Promise<{ id: string }>
}

/** Closes a follow-up: `{note}` says what was done. */
export const PUT = (request: Request, context: Context): Promise<Response> =>
  apiRoute(request, async (actor) => {
    const id = pathId((await context.params).id)
    const body = await readJson(request)
    await inFirm(actor, (tx) => closeFollowUp(tx, actor, id, body, new Date().toISOString()))
    return new Response(null, { status: 204 })
  })

/** Opens it again. */
export const DELETE = (request: Request, context: Context): Promise<Response> =>
  apiRoute(request, async (actor) => {
    const id = pathId((await context.params).id)
    await inFirm(actor, (tx) => reopenFollowUp(tx, actor, id, new Date().toISOString()))
    return new Response(null, { status: 204 })
  })
