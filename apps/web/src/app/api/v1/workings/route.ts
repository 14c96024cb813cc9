import { describeWorkings } from '@/features/workings/server/describe'
import { apiRoute } from '@/server/route'

/** Every calculation with JSON Schemas of input and result. See docs/api.md. */
export const GET = (request: Request): Promise<Response> =>
  apiRoute(request, () => Promise.resolve(Response.json({ workings: describeWorkings() })))
