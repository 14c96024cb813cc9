import { z } from 'zod'
import { inFirm } from '@/db/client'
import { addSample, removeSample } from '@/features/opening/server/sample'
import { endpoint } from '@/server/endpoint'

const counts = z.object({ sites: z.number(), visits: z.number(), instruments: z.number() })

export const POST = endpoint(
  {
    operationId: 'add-sample',
    tag: 'People',
    summary: 'Made-up sites, instruments and past services to try with',
    may: 'firm.settings',
    ok: { 201: [z.object({ added: z.literal(true) }), 'They are there.'] },
    problems: [409],
  },
  async ({ actor, now }) => {
    await inFirm(actor, (tx) => addSample(tx, actor, new Date(now)))
    return { added: true as const }
  },
)

export const DELETE = endpoint(
  {
    operationId: 'remove-sample',
    tag: 'People',
    summary: 'Takes the made-up sites and instruments away, with every visit to them',
    may: 'firm.settings',
    ok: { 200: [counts, 'What went.'] },
  },
  ({ actor, now }) => inFirm(actor, (tx) => removeSample(tx, actor, new Date(now))),
)
