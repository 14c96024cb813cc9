import { v7 as uuidv7 } from 'uuid'
import type { Actor } from './actor'
import { currentActor } from './actor'
import { unkeepable } from '@lucerna/core/shapes'
import { databaseProblem } from './databaseProblem'
import { log } from './log'
import { isId } from './isId'
import { cutValues } from '@/db/cutValues'
import { ApiProblem, problemResponse } from './problem'
import { t } from '@/messages/all'

const MAX_BODY = 1_000_000

/** A long part of a path that is no id is a secret: a label's token, an invitation. It does not stand in the log. */
const withoutSecrets = (path: string): string =>
  path
    .split('/')
    .map((part) => (part.length >= 16 && /\d|[A-Z]/.test(part) && !isId(part) ? '…' : part))
    .join('/')

/** A cookie proves who asks only if the page that asks is ours: other sites' pages are turned away. */
function foreignOrigin(request: Request): boolean {
  const origin = request.headers.get('origin')
  if (origin === null) return request.headers.get('sec-fetch-site') === 'cross-site'
  const host = request.headers.get('host')
  return !URL.canParse(origin) || new URL(origin).host !== host
}

/** The body as bytes; over the most it is 413 without reading on. */
export async function readBytes(request: Request, most: number, tooLarge: () => ApiProblem): Promise<Buffer> {
  if (Number(request.headers.get('content-length') ?? 0) > most) throw tooLarge()
  const chunks: Uint8Array[] = []
  let size = 0
  const reader = request.body?.getReader()
  while (reader) {
    const { done, value } = await reader.read()
    if (done) break
    size += value.byteLength
    if (size > most) {
      await reader.cancel()
      throw tooLarge()
    }
    chunks.push(value)
  }
  return Buffer.concat(chunks)
}

/** The body as JSON whose texts can all be kept; over 1 MB is 413, no JSON is 400, a text that no database keeps is 422 with its path. */
export async function readJson(request: Request): Promise<unknown> {
  const body = await readRawJson(request)
  const path = unkeepable(body)
  if (path)
    throw new ApiProblem(422, 'not-plain', t('problem.not-plain'), [
      { path: path.join('.'), message: t('problem.not-plain-item'), code: 'not-plain' },
    ])
  return body
}

/** Nothing of ours is nested so deep; what walks through a body would run out of stack at some ten thousand. */
const MOST_DEEP = 64
const [QUOTE, BACKSLASH] = [0x22, 0x5c]

/** How deep the brackets of a JSON text are nested; those in its strings do not count. */
function depthOf(text: string): number {
  let [depth, deepest, quoted] = [0, 0, false]
  for (let i = 0; i < text.length; i++) {
    const c = text.codePointAt(i)
    if (quoted) {
      if (c === BACKSLASH) i++
      else if (c === QUOTE) quoted = false
    } else if (c === QUOTE) quoted = true
    else if (c === 0x5b || c === 0x7b) deepest = Math.max(deepest, ++depth)
    else if (c === 0x5d || c === 0x7d) depth--
  }
  return deepest
}
/** The same for bodies whose own schema looks at every text, and names the place better than a path can. */
export async function readRawJson(request: Request): Promise<unknown> {
  const bytes = await readBytes(request, MAX_BODY, () => new ApiProblem(413, 'too-large', t('problem.body-too-large')))
  try {
    const text = new TextDecoder('utf-8', { fatal: true }).decode(bytes)
    if (depthOf(text) <= MOST_DEEP) return JSON.parse(text)
  } catch {
    throw new ApiProblem(400, 'not-json', t('problem.not-json'))
  }
  throw new ApiProblem(400, 'too-deep', t('problem.too-deep', { most: MOST_DEEP }))
}

/** An id from the path: what is not an id is simply not found. */
export function pathId(id: string): string {
  if (!isId(id)) throw new ApiProblem(404, 'not-found', t('problem.not-found'))
  return id.toLowerCase()
}

/** What failed and why, for the log: the values of a failed query are left out, for they can be personal. */
function withoutValues(error: unknown): object {
  if (!(error instanceof Error)) return { name: typeof error }
  const { name, message, stack, cause } = error
  const from = cause instanceof Error ? { cause: cause.message, code: (cause as Error & { code?: string }).code } : {}
  return { name, message: cutValues(message), stack: cutValues(stack), ...from }
}

/**
 * The frame of every API route of people: who asks (401), from where (403), the work, and errors as problem+json with a request id in the log.
 */
export const apiRoute = (request: Request, work: (actor: Actor) => Promise<Response>): Promise<Response> =>
  framed(request, async () => {
    if (request.method !== 'GET' && foreignOrigin(request)) throw new ApiProblem(403, 'foreign-origin', t('problem.foreign-origin'))
    const actor = await currentActor()
    if (!actor) throw new ApiProblem(401, 'not-signed-in', t('problem.signed-out'))
    // As if signed out: what a device has kept waits, and is sent afterwards.
    if (actor.secondFactorDue) throw new ApiProblem(401, 'second-factor', t('problem.second-factor'))
    return work(actor)
  })

/** The same without a person: whoever asks is proved by the work itself. */
export async function framed(request: Request, work: () => Promise<Response>): Promise<Response> {
  const requestId = (process.env.LUCERNA_FRONT === '1' && request.headers.get('x-request-id')) || uuidv7()
  const started = performance.now()
  const answer = async (): Promise<Response> => {
    try {
      return await work()
    } catch (error) {
      if (error instanceof ApiProblem) return problemResponse(error.status, error.code, error.message, error.errors, error.more)
      const refused = databaseProblem(error)
      if (refused) {
        log.warn({ requestId, err: withoutValues(error) }, 'refused by the database')
        const { status, code, detail, retryAfterS } = refused
        return problemResponse(status, code, detail, [], {}, retryAfterS === undefined ? {} : { 'retry-after': String(retryAfterS) })
      }
      log.error({ requestId, err: withoutValues(error) }, 'request failed')
      return problemResponse(500, 'internal', t('problem.internal', { id: requestId }))
    }
  }
  const response = await answer()
  log.info(
    {
      requestId,
      method: request.method,
      path: withoutSecrets(new URL(request.url).pathname),
      status: response.status,
      ms: Math.round(performance.now() - started),
    },
    'request',
  )
  return response
}
