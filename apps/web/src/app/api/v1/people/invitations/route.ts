import { inFirm } from '@/db/client'
import { invite } from '@/features/people/server/invitations'
import { apiRoute, readJson } from '@/server/route'

/** Invites somebody by mail. → 201 `{id}` */
export const POST = (request: Request): Promise<Response> =>
  apiRoute(request, async (actor) => {
    const body = await readJson(request)
    const id = await inFirm(actor, (tx) => invite(tx, actor, body, new Date().toISOString()))
    return Response.json({ id }, { status: 201 })
  })
