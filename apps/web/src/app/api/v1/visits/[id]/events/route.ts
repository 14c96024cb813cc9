import { inFirm } from '@/db/client'
import { appendList, readList } from '@/features/visit/server/append'
import { loadEvents } from '@/features/visit/server/log'
import { visitRow } from '@/features/visit/server/row'
import { ApiProblem } from '@/server/problem'
import { apiRoute, pathId, readRawJson } from '@/server/route'
import { t } from '@/messages/all'

interface Context {
  readonly params: Promise<{ id: string }>
}

/** Appends 1–500 events, all or none, idempotent by event id. See docs/api.md. */
export const POST = (request: Request, context: Context): Promise<Response> =>
  apiRoute(request, async (actor) => {
    const visitId = pathId((await context.params).id)
    const list = readList(actor, visitId, await readRawJson(request))
    return Response.json(
      await inFirm(actor, (tx) => appendList(tx, actor, list, new Date().toISOString()), undefined, { plans: 'generic' }),
    )
  })

/** The log after a given place: `?after=12`. */
export const GET = (request: Request, context: Context): Promise<Response> =>
  apiRoute(request, async (actor) => {
    const visitId = pathId((await context.params).id)
    const asked = new URL(request.url).searchParams.get('after') ?? '0'
    const after = Number(asked)
    if (!/^\d{1,9}$/.test(asked))
      throw new ApiProblem(422, 'bad-cursor', '"after" is the place of an event in the log: a whole number.', [
        { path: 'after', message: t('problem.bad-cursor'), code: 'bad-cursor' },
      ])
    const events = await inFirm(actor, async (tx) => {
      await visitRow(tx, actor.firmId, visitId, false)
      return loadEvents(tx, actor.firmId, visitId, after)
    })
    return Response.json({ events }, { headers: { 'cache-control': 'no-store' } })
  })
