import { z } from 'zod'
import { SEARCH_KINDS } from '@/db/schema'
import { find } from '@/features/search/server/find'
import { endpoint } from '@/server/endpoint'

export const GET = endpoint(
  {
    operationId: 'search',
    tag: 'Places',
    summary: 'Everything that answers to some words, best first',
    query: z.object({
      q: z.string().max(200, 'field.too-long'),
      kind: z.enum(SEARCH_KINDS, 'field.choose').optional(),
      limit: z.coerce.number().int().min(1, 'field.out-of-range').max(50, 'field.out-of-range').default(20),
    }),
    ok: {
      200: [z.object({ found: z.array(z.object({ kind: z.string(), id: z.string(), title: z.string(), detail: z.string() })) }), 'Found.'],
    },
  },
  async ({ actor, query: { q, kind, limit } }) => ({ found: await find(actor, q, { limit, ...(kind && { kinds: [kind] }) }) }),
)
