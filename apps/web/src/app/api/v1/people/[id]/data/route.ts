import { inFirm } from '@/db/client'
import { erasePerson, exportPerson } from '@/features/people/server/personalData'
import { apiRoute, pathId } from '@/server/route'

interface Context {
  readonly params: Promise<{ id: string }>
}

/** Everything kept about a person, as a file. */
export const GET = (request: Request, context: Context): Promise<Response> =>
  apiRoute(request, async (actor) => {
    const id = pathId((await context.params).id)
    const data = await inFirm(actor, (tx) => exportPerson(tx, actor, id, new Date().toISOString()))
    return Response.json(data, {
      headers: { 'content-disposition': `attachment; filename="person-${id}.json"`, 'cache-control': 'no-store' },
    })
  })

/** Erases what is personal of somebody who has left. */
export const DELETE = (request: Request, context: Context): Promise<Response> =>
  apiRoute(request, async (actor) => {
    const id = pathId((await context.params).id)
    await inFirm(actor, (tx) => erasePerson(tx, actor, id, new Date().toISOString()))
    return new Response(null, { status: 204 })
  })
