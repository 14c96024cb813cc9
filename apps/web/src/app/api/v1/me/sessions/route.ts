import { inFirm } from '@/db/client'
import { endSessions } from '@/features/people/server/own'
import { currentSessionId } from '@/server/actor'
import { apiRoute } from '@/server/route'

/** Signs out everywhere; `?but=here` keeps this one. */
export const DELETE = (request: Request): Promise<Response> =>
  apiRoute(request, async (actor) => {
    const keep = new URL(request.url).searchParams.get('but') === 'here' ? await currentSessionId() : null
    const ended = await inFirm(actor, (tx) => endSessions(tx, actor, keep, new Date().toISOString()))
    return Response.json({ ended })
  })
