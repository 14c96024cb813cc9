import { z } from 'zod'
import { linesStream } from '@/features/live/server/feed'
import { endpoint } from '@/server/endpoint'

const MOST_SERIALS = 30

export const GET = endpoint(
  {
    operationId: 'listen-to-instruments',
    tag: 'Instruments',
    summary: 'Server-sent events: `lines` with what the named instruments show; resumes behind Last-Event-ID',
    query: z.object({
      serials: z
        .string()
        .max(2000)
        .transform((s) => s.split(',').filter(Boolean).slice(0, MOST_SERIALS))
        .meta({ description: 'Serial numbers, with commas between them.' }),
    }),
    ok: { 200: ['text/event-stream', 'A stream.'] },
  },
  ({ actor, query, request }) => {
    const last = Number(request.headers.get('last-event-id') ?? Number.NaN)
    return new Response(linesStream(actor, query.serials, Number.isSafeInteger(last) ? last : null, request.signal), {
      headers: {
        'content-type': 'text/event-stream; charset=utf-8',
        'cache-control': 'no-cache, no-transform',
        'x-accel-buffering': 'no',
      },
    })
  },
)
