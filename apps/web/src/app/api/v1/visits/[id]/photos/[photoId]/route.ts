import { inFirm } from '@/db/client'
import { MAX_PHOTO_BYTES } from '@/features/places/server/photos'
import { keepVisitPhoto } from '@/features/visit/server/visitPhotos'
import { ApiProblem } from '@/server/problem'
import { apiRoute, pathId, readBytes } from '@/server/route'
import { t } from '@/messages/all'

interface Context {
  readonly params: Promise<{ id: string; photoId: string }>
}

/** A picture taken in a visit, as the body, under the device's own id: `?applianceId=…&kind=photo|signature&caption=…`. → 201, or 200 when it is here already. */
export const PUT = (request: Request, context: Context): Promise<Response> =>
  apiRoute(request, async (actor) => {
    const { id, photoId } = await context.params
    const ids = { visitId: pathId(id), photoId: pathId(photoId) }
    const about = Object.fromEntries(new URL(request.url).searchParams)
    const bytes = await readBytes(request, MAX_PHOTO_BYTES, () => new ApiProblem(413, 'too-large', t('photo.too-large')))
    const made = await inFirm(actor, (tx) => keepVisitPhoto(tx, actor, ids, about, bytes, new Date().toISOString()))
    return Response.json({ id: ids.photoId }, { status: made === 'kept' ? 201 : 200 })
  })
