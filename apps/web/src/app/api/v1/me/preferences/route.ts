import { inFirm } from '@/db/client'
import { setPreferences } from '@/features/people/server/own'
import { apiRoute, readJson } from '@/server/route'

/** What one wants to see, on every device. */
export const PUT = (request: Request): Promise<Response> =>
  apiRoute(request, async (actor) => {
    const body = await readJson(request)
    await inFirm(actor, (tx) => setPreferences(tx, actor, body))
    return new Response(null, { status: 204 })
  })
