import { inFirm } from '@/db/client'
import { addPhoto, MAX_PHOTO_BYTES } from '@/features/places/server/photos'
import { ApiProblem } from '@/server/problem'
import { apiRoute, readBytes } from '@/server/route'
import { t } from '@/messages/all'

/** A photograph as the body; `?siteId=…&applianceId=…&caption=…`. → 201 `{id}` */
export const POST = (request: Request): Promise<Response> =>
  apiRoute(request, async (actor) => {
    const about = Object.fromEntries(new URL(request.url).searchParams)
    const bytes = await readBytes(request, MAX_PHOTO_BYTES, () => new ApiProblem(413, 'too-large', t('photo.too-large')))
    const id = await inFirm(actor, (tx) => addPhoto(tx, actor, about, bytes, new Date().toISOString()))
    return Response.json({ id }, { status: 201, headers: { location: `/api/v1/photos/${id}` } })
  })
