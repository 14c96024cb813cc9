import { z } from 'zod'
import { inFirm } from '@/db/client'
import { checkSchema } from '@/features/instruments/schemas'
import { recordCheck } from '@/features/instruments/server/register'
import { answered, BY_ID, endpoint } from '@/server/endpoint'

export const POST = endpoint(
  {
    operationId: 'record-check',
    tag: 'Instruments',
    summary: 'A calibration, a zero or bump check, battery, water trap, cell',
    path: BY_ID,
    may: 'instrument.check',
    body: checkSchema,
    ok: { 201: [z.object({}), 'Written down.'] },
  },
  async ({ actor, path, body, now }) => {
    await inFirm(actor, (tx) => recordCheck(tx, actor, path.id, body, now))
    return answered({}, { status: 201 })
  },
)
