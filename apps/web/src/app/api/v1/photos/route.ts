import { z } from 'zod'
import { inFirm } from '@/db/client'
import { addPhoto, newPhotoSchema } from '@/features/places/server/photos'
import { answered, endpoint } from '@/server/endpoint'
import { PICTURE, preparePhoto } from '@/server/picture'

export const POST = endpoint(
  {
    operationId: 'add-photo',
    tag: 'Places',
    summary: 'Keeps a photograph, made smaller and without what the camera wrote',
    may: 'register.write',
    query: newPhotoSchema,
    body: PICTURE,
    ok: { 201: [z.object({ id: z.uuid() }), 'Kept.'] },
    problems: [404, 415],
  },
  async ({ actor, query, body, now }) => {
    const picture = await preparePhoto(body)
    const id = await inFirm(actor, (tx) => addPhoto(tx, actor, query, picture, now))
    return answered({ id }, { status: 201, headers: { location: `/api/v1/photos/${id}` } })
  },
)
