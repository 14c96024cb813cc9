import { inFirm } from '@/db/client'
import { eraseContact, exportContact } from '@/features/people/server/personalData'
import { apiRoute, pathId } from '@/server/route'

interface Context {
  readonly params: Promise<{ id: string }>
}

/** What is kept about a site's contact, as a file. */
export const GET = (request: Request, context: Context): Promise<Response> =>
  apiRoute(request, async (actor) => {
    const id = pathId((await context.params).id)
    const data = await inFirm(actor, (tx) => exportContact(tx, actor, id, new Date().toISOString()))
    return Response.json(data, {
      headers: { 'content-disposition': `attachment; filename="contact-${id}.json"`, 'cache-control': 'no-store' },
    })
  })

/** Erases the contact for good. */
export const DELETE = (request: Request, context: Context): Promise<Response> =>
  apiRoute(request, async (actor) => {
    const id = pathId((await context.params).id)
    await inFirm(actor, (tx) => eraseContact(tx, actor, id, new Date().toISOString()))
    return new Response(null, { status: 204 })
  })
