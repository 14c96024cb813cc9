import { inFirm } from '@/db/client'
import { markPaper } from '@/features/places/server'
import { BY_ID, DONE, endpoint } from '@/server/endpoint'

export const POST = endpoint(
  {
    operationId: 'restore-paper',
    tag: 'Places',
    summary: 'Brings a removed paper back',
    path: BY_ID,
    may: 'register.remove',
    ok: { 204: DONE },
  },
  async ({ actor, path, now }) => {
    await inFirm(actor, (tx) => markPaper(tx, actor, path.id, false, now))
  },
)
