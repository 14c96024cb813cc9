import { inFirm } from '@/db/client'
import { changeFirm } from '@/features/people/server/own'
import { etag, expectedVersion } from '@/server/fields'
import { apiRoute, readJson } from '@/server/route'

/** The practice of the firm (If-Match). */
export const PUT = (request: Request): Promise<Response> =>
  apiRoute(request, async (actor) => {
    const version = expectedVersion(request)
    const body = await readJson(request)
    const next = await inFirm(actor, (tx) => changeFirm(tx, actor, body, version, new Date().toISOString()))
    return Response.json({ version: next }, { headers: etag(next) })
  })
