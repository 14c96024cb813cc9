import { v7 as uuidv7 } from 'uuid'
import type { Actor } from './actor'
import { currentActor } from './actor'
import { log } from './log'
import { ApiProblem, problemResponse } from './problem'

const MAX_BODY = 1_000_000

/** A cookie proves who asks only if the page that asks is ours: other sites' pages are turned away. */
function foreignOrigin(request: Request): boolean {
  const origin = request.headers.get('origin')
  if (origin === null) return request.headers.get('sec-fetch-site') === 'cross-site'
  const host = request.headers.get('host')
  return !URL.canParse(origin) || new URL(origin).host !== host
}

/** The body as JSON; over 1 MB is 413 without reading on, no JSON is 400. */
export async function readJson(request: Request): Promise<unknown> {
  const tooLarge = () => new ApiProblem(413, 'too-large', 'The body may be 1 MB at most. Nothing was stored; send fewer events at a time.')
  if (Number(request.headers.get('content-length') ?? 0) > MAX_BODY) throw tooLarge()
  const chunks: Uint8Array[] = []
  let size = 0
  const reader = request.body?.getReader()
  while (reader) {
    const { done, value } = await reader.read()
    if (done) break
    size += value.byteLength
    if (size > MAX_BODY) {
      await reader.cancel()
      throw tooLarge()
    }
    chunks.push(value)
  }
  try {
    return JSON.parse(new TextDecoder('utf-8', { fatal: true }).decode(Buffer.concat(chunks)))
  } catch {
    throw new ApiProblem(400, 'not-json', 'The body is not valid JSON in UTF-8. Nothing was stored.')
  }
}

/** Whether a text is an id at all. */
export const isId = (text: string): boolean => /^[0-9a-f]{8}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{12}$/i.test(text)

/** An id from the path: what is not an id is simply not found. */
export function pathId(id: string): string {
  if (!isId(id)) throw new ApiProblem(404, 'not-found', 'There is no such thing here.')
  return id.toLowerCase()
}

/**
 * The frame of every API route: who asks (401), from where (403), the work, and errors as problem+json with a request id in the log.
 */
export async function apiRoute(request: Request, work: (actor: Actor) => Promise<Response>): Promise<Response> {
  const requestId = uuidv7()
  const started = performance.now()
  const answer = async (): Promise<Response> => {
    try {
      if (request.method !== 'GET' && foreignOrigin(request))
        throw new ApiProblem(403, 'foreign-origin', 'This request comes from another site.')
      const actor = await currentActor()
      if (!actor) throw new ApiProblem(401, 'not-signed-in', 'Sign in and send it again; nothing was stored.')
      return await work(actor)
    } catch (error) {
      if (error instanceof ApiProblem) return problemResponse(error.status, error.code, error.message, error.errors)
      log.error(
        { requestId, err: error instanceof Error ? { name: error.name, message: error.message, stack: error.stack } : String(error) },
        'request failed',
      )
      return problemResponse(500, 'internal', `Something went wrong on our side; nothing was stored. Try again. (${requestId})`)
    }
  }
  const response = await answer()
  log.info(
    {
      requestId,
      method: request.method,
      path: new URL(request.url).pathname,
      status: response.status,
      ms: Math.round(performance.now() - started),
    },
    'request',
  )
  return response
}
