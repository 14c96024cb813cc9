import { visitStream } from '@/features/visit/server/live'
import { isId } from '@/server/isId'
import { apiRoute, pathId } from '@/server/route'

interface Context {
  readonly params: Promise<{ id: string }>
}

/** Server-sent events of a visit: `?device=` names the device that listens, so that the others can say how many there are. */
export const GET = (request: Request, context: Context): Promise<Response> =>
  apiRoute(request, async (actor) => {
    const visitId = pathId((await context.params).id)
    const device = new URL(request.url).searchParams.get('device')
    const stream = await visitStream(actor, visitId, device !== null && isId(device) ? device : null, request.signal)
    return new Response(stream, {
      headers: {
        'content-type': 'text/event-stream; charset=utf-8',
        'cache-control': 'no-cache, no-transform',
        'x-accel-buffering': 'no',
      },
    })
  })
