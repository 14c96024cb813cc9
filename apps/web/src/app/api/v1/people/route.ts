import { inFirm } from '@/db/client'
import { listMembers } from '@/features/people/server/members'
import { apiRoute } from '@/server/route'

/** The people of the firm. */
export const GET = (request: Request): Promise<Response> =>
  apiRoute(request, async (actor) =>
    Response.json(
      { people: await inFirm(actor, (tx) => listMembers(tx, actor, new Date().toISOString())) },
      { headers: { 'cache-control': 'no-store' } },
    ),
  )
