import { inFirm } from '@/db/client'
import { markPaper } from '@/features/places/server'
import { BY_ID, DONE, endpoint } from '@/server/endpoint'

export const DELETE = endpoint(
  {
    operationId: 'remove-paper',
    tag: 'Places',
    summary: 'Takes a copied paper out of the history; it can be brought back',
    path: BY_ID,
    may: 'register.remove',
    ok: { 204: DONE },
  },
  async ({ actor, path, now }) => {
    await inFirm(actor, (tx) => markPaper(tx, actor, path.id, true, now))
  },
)
