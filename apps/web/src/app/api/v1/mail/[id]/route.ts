import { inFirm } from '@/db/client'
import { letterFile } from '@/server/mail'
import { apiRoute, pathId } from '@/server/route'

/** One letter of the outbox as an .eml file. */
export const GET = (request: Request, context: { readonly params: Promise<{ id: string }> }): Promise<Response> =>
  apiRoute(request, async (actor) => {
    const id = pathId((await context.params).id)
    const file = await inFirm(actor, (tx) => letterFile(tx, actor, id))
    return new Response(new Uint8Array(file), {
      headers: { 'content-type': 'message/rfc822', 'content-disposition': `attachment; filename="${id}.eml"`, 'cache-control': 'no-store' },
    })
  })
