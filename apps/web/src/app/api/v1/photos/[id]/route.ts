import { inFirm } from '@/db/client'
import { erase, markPhoto, readPhoto } from '@/features/places/server/photos'
import { apiRoute, pathId } from '@/server/route'

interface Context {
  readonly params: Promise<{ id: string }>
}

/** The picture, `?size=small` for lists. */
export const GET = (request: Request, context: Context): Promise<Response> =>
  apiRoute(request, async (actor) => {
    const id = pathId((await context.params).id)
    const size = new URL(request.url).searchParams.get('size') === 'small' ? 'small' : 'full'
    const data = await inFirm(actor, (tx) => readPhoto(tx, actor, id, size))
    // Kept by the browser for a while only: an erased picture must go.
    return new Response(new Uint8Array(data), {
      headers: { 'content-type': 'image/jpeg', 'cache-control': 'private, max-age=300', 'content-security-policy': "default-src 'none'" },
    })
  })

/** Takes it out of sight; `?forever=1` erases it. */
export const DELETE = (request: Request, context: Context): Promise<Response> =>
  apiRoute(request, async (actor) => {
    const id = pathId((await context.params).id)
    const now = new Date().toISOString()
    const forever = new URL(request.url).searchParams.get('forever') === '1'
    await inFirm(actor, (tx) => (forever ? erase(tx, actor, id, now) : markPhoto(tx, actor, id, true, now)))
    return new Response(null, { status: 204 })
  })
