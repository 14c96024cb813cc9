import { setPasscode } from '@/features/people/server/own'
import { apiRoute, readJson } from '@/server/route'

/** The passcode with which one confirms work on another's device. */
export const PUT = (request: Request): Promise<Response> =>
  apiRoute(request, async (actor) => {
    const body = await readJson(request)
    await setPasscode(actor, body, new Date().toISOString())
    return new Response(null, { status: 204 })
  })
