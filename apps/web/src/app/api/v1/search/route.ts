import { z } from 'zod'
import { SEARCH_KINDS } from '@/db/schema'
import { find } from '@/features/search/server/find'
import { parseFields } from '@/server/fields'
import { apiRoute } from '@/server/route'

const querySchema = z.object({
  q: z.string().max(200, 'field.too-long'),
  kind: z.enum(SEARCH_KINDS, 'field.choose').optional(),
  limit: z.coerce.number().int().min(1, 'field.out-of-range').max(50, 'field.out-of-range').default(20),
})

/** `?q=larc quar` → `{found: [{kind, id, title, detail}]}`, best first. */
export const GET = (request: Request): Promise<Response> =>
  apiRoute(request, async (actor) => {
    const { q, kind, limit } = parseFields(querySchema, Object.fromEntries(new URL(request.url).searchParams))
    return Response.json(
      { found: await find(actor, q, { limit, ...(kind && { kinds: [kind] }) }) },
      { headers: { 'cache-control': 'no-store' } },
    )
  })
