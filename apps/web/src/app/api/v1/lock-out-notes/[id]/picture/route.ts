import { inFirm } from '@/db/client'
import { notePicture } from '@/features/lockout/server/notes'
import { BY_ID, endpoint } from '@/server/endpoint'

export const GET = endpoint(
  {
    operationId: 'read-lock-out-picture',
    tag: 'Places',
    summary: 'The picture of the display that came with a note of a customer',
    path: BY_ID,
    ok: { 200: ['image/jpeg', 'The picture.'] },
  },
  async ({ actor, path }) =>
    new Response(new Uint8Array(await inFirm(actor, (tx) => notePicture(tx, actor, path.id))), {
      headers: { 'content-type': 'image/jpeg', 'cache-control': 'private, max-age=300', 'content-security-policy': "default-src 'none'" },
    }),
)
