import { listInstruments } from '@/features/instruments/server/list'
import { instrumentRegister } from '@/features/instruments/server/register'
import { createRoute } from '@/features/places/server/routes'
import { apiRoute } from '@/server/route'

/** The firm's instruments, the earliest calibration first. → `{rows}` */
export const GET = (request: Request): Promise<Response> =>
  apiRoute(request, async (actor) =>
    Response.json(
      { rows: await listInstruments(actor, new Date().toISOString().slice(0, 10)) },
      { headers: { 'cache-control': 'no-store' } },
    ),
  )

/** A new instrument. → 201 */
export const POST = createRoute(instrumentRegister, 'instruments')
