import { z } from 'zod'
import { inFirm } from '@/db/client'
import { firmSchema } from '@/features/people/schemas'
import { changeFirm } from '@/features/people/server/own'
import { answered, endpoint } from '@/server/endpoint'
import { etag } from '@/server/fields'

export const PUT = endpoint(
  {
    operationId: 'change-firm',
    tag: 'People',
    summary: 'The practice of the firm',
    may: 'firm.settings',
    version: true,
    body: firmSchema,
    ok: { 200: [z.object({ version: z.number() }), 'Changed.'] },
  },
  async ({ actor, body, version, now }) => {
    const next = await inFirm(actor, (tx) => changeFirm(tx, actor, body, version, now))
    return answered({ version: next }, { headers: etag(next) })
  },
)
