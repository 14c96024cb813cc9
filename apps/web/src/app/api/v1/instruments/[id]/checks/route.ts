import { inFirm } from '@/db/client'
import { recordCheck } from '@/features/instruments/server/register'
import { apiRoute, pathId, readJson } from '@/server/route'

/** Something that was done to an instrument: a calibration, a zero or bump check, battery, water trap, cell. → 201 */
export const POST = (request: Request, context: { readonly params: Promise<{ id: string }> }): Promise<Response> =>
  apiRoute(request, async (actor) => {
    const id = pathId((await context.params).id)
    const body = await readJson(request)
    await inFirm(actor, (tx) => recordCheck(tx, actor, id, body, new Date().toISOString()))
    return Response.json({}, { status: 201 })
  })
