import { inFirm } from '@/db/client'
import { markPhoto } from '@/features/places/server/photos'
import { BY_ID, DONE, endpoint } from '@/server/endpoint'

export const POST = endpoint(
  {
    operationId: 'restore-photo',
    tag: 'Places',
    summary: 'Brings a photograph back',
    path: BY_ID,
    may: 'register.remove',
    ok: { 204: DONE },
    problems: [410],
  },
  ({ actor, path, now }) => inFirm(actor, (tx) => markPhoto(tx, actor, path.id, false, now)),
)
