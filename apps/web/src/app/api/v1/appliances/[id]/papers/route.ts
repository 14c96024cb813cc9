import { z } from 'zod'
import { inFirm } from '@/db/client'
import { copyPaper, paperSchema } from '@/features/places/server'
import { answered, BY_ID, endpoint } from '@/server/endpoint'

export const POST = endpoint(
  {
    operationId: 'copy-paper',
    tag: 'Places',
    summary: 'Copies what an old sticker, slip or report says into the history of an appliance',
    path: BY_ID,
    may: 'register.write',
    body: z.object({ id: z.uuid(), paper: paperSchema }),
    ok: { 201: [z.object({ id: z.uuid() }), 'Copied, and marked as such.'] },
  },
  async ({ actor, path, body, now }) => {
    await inFirm(actor, (tx) => copyPaper(tx, actor, path.id, body.id, body.paper, now))
    return answered({ id: body.id }, { status: 201 })
  },
)
