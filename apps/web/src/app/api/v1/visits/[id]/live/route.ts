import { z } from 'zod'
import { visitStream } from '@/features/visit/server/live'
import { BY_ID, endpoint } from '@/server/endpoint'
import { isId } from '@/server/isId'

export const GET = endpoint(
  {
    operationId: 'listen-to-visit',
    tag: 'Visits',
    summary: 'Server-sent events: `log` with the newest place, `devices` with how many have it open',
    path: BY_ID,
    query: z.object({
      device: z.string().optional().meta({ description: 'The id of the device that listens, so that the others can count it.' }),
    }),
    ok: { 200: ['text/event-stream', 'A stream.'] },
  },
  async ({ actor, path, query: { device }, request }) =>
    new Response(await visitStream(actor, path.id, device !== undefined && isId(device) ? device : null, request.signal), {
      headers: {
        'content-type': 'text/event-stream; charset=utf-8',
        'cache-control': 'no-cache, no-transform',
        'x-accel-buffering': 'no',
      },
    }),
)
