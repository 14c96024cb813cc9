import { z } from 'zod'
import { inFirm } from '@/db/client'
import { keepVisitPhoto, mustTakePhotos, visitPhotoSchema } from '@/features/visit/server/visitPhotos'
import { answered, endpoint, idSchema } from '@/server/endpoint'
import { PICTURE, preparePhoto } from '@/server/picture'

const keptSchema = z.object({ id: z.uuid() })

export const PUT = endpoint(
  {
    operationId: 'keep-visit-photo',
    tag: 'Visits',
    summary: 'A picture taken in a visit, under the device’s own id; repeating it changes nothing',
    path: z.object({ id: idSchema, photoId: idSchema }),
    query: visitPhotoSchema,
    body: PICTURE,
    ok: { 201: [keptSchema, 'Kept.'], 200: [keptSchema, 'It was here already.'] },
    problems: [409, 415],
  },
  async ({ actor, path: { id, photoId }, query, body, now }) => {
    mustTakePhotos(actor)
    const picture = await preparePhoto(body)
    const made = await inFirm(actor, (tx) => keepVisitPhoto(tx, actor, { visitId: id, photoId }, query, picture, now))
    return answered({ id: photoId }, { status: made === 'kept' ? 201 : 200 })
  },
)
