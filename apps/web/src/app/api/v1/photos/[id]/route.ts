import { z } from 'zod'
import { inFirm } from '@/db/client'
import { erase, markPhoto, readPhoto } from '@/features/places/server/photos'
import { BY_ID, DONE, endpoint } from '@/server/endpoint'

export const GET = endpoint(
  {
    operationId: 'read-photo',
    tag: 'Places',
    summary: 'The picture (`?size=small` for lists)',
    path: BY_ID,
    query: z.object({ size: z.enum(['small', 'full']).default('full') }),
    ok: { 200: ['image/jpeg', 'The picture.'] },
    problems: [410],
  },
  async ({ actor, path, query }) =>
    // Kept by the browser for a while only: an erased picture must go.
    new Response(new Uint8Array(await inFirm(actor, (tx) => readPhoto(tx, actor, path.id, query.size))), {
      headers: { 'content-type': 'image/jpeg', 'cache-control': 'private, max-age=300', 'content-security-policy': "default-src 'none'" },
    }),
)

export const DELETE = endpoint(
  {
    operationId: 'remove-photo',
    tag: 'Places',
    summary: 'Takes it out of sight; `?forever=1` erases it',
    path: BY_ID,
    query: z.object({ forever: z.literal('1').optional() }),
    ok: { 204: DONE },
  },
  ({ actor, path: { id }, query, now }) =>
    inFirm(actor, (tx) => (query.forever ? erase(tx, actor, id, now) : markPhoto(tx, actor, id, true, now))),
)
