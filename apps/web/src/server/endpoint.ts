import { z } from 'zod'
import type { ZodOpenApiOperationObject, ZodOpenApiResponseObject } from 'zod-openapi'
import type { Actor } from './actor'
import { expectedVersion, parseFields } from './fields'
import { isId } from './isId'
import { type Deed, mustMay } from './may'
import { ApiProblem } from './problem'
import { apiRoute, readBytes, readJson, readRawJson } from './route'
import { t } from '@/messages/all'

/**
 * One address of the API, described once: from the description come the parsing, who may, the problem answers and the OpenAPI document, so that
 * none of them can say something else than the others.
 */

/** An id in a path; what is not an id is simply not found. */
export const idSchema = z.string().refine(isId).toLowerCase().meta({ format: 'uuid' })

/** The path of most addresses. */
export const BY_ID = z.object({ id: idSchema })

/** A day, a name or a number in the query comes as text; a schema that reads it may coerce. */
type Query = z.ZodObject
type Path = z.ZodObject

/** How a body is read: as JSON by its schema; as JSON that the work reads itself; as bytes up to a most; or not at all, because the work streams it. */
type Body =
  | z.ZodType
  | { readonly unread: z.ZodType; readonly check: 'here' | 'later' }
  | { readonly bytes: string; readonly most: number; readonly tooLarge: () => ApiProblem }
  | { readonly streamed: Types }

/** A JSON body whose reading cannot come before something is looked up: the schema is for the document only. */
export const unread = <S extends z.ZodType>(schema: S) => ({ unread: schema, check: 'here' }) as const
/** The same for bodies whose own reading looks at every text and names its place better than a path can. */
export const unreadRaw = <S extends z.ZodType>(schema: S) => ({ unread: schema, check: 'later' }) as const
/** A picture or a file, in whole, up to a most. */
export const bytes = (type: string, most: number, tooLarge: () => ApiProblem) => ({ bytes: type, most, tooLarge }) as const
/** Read in pieces by the work; by media type. */
export const streamed = (types: Types) => ({ streamed: types }) as const

type BodyOf<B> = B extends z.ZodType
  ? z.output<B>
  : B extends { bytes: string }
    ? Buffer
    : B extends { unread: z.ZodType }
      ? unknown
      : undefined

const REASONS = {
  400: 'The body is not JSON.',
  401: 'Not signed in.',
  403: 'The role may not do this, or the request comes from another site.',
  404: 'Not there, or another firm’s.',
  409: 'In conflict with what is stored: the same id with other content, an ending that the rules forbid, something still in use.',
  410: 'Removed, erased, used up or run out.',
  412: 'Changed meanwhile: `current` and `version` say what is stored now.',
  413: 'The body is too large.',
  415: 'Not a picture that can be read.',
  422: 'Something in it is wrong: errors name the field and what is allowed.',
  428: 'If-Match is missing.',
  429: 'Too many tries; wait.',
}
type ErrorStatus = keyof typeof REASONS

/** What an endpoint answers when all is well: JSON by a schema, a file of a media type, of one of several, or nothing. */
type Types = Readonly<Record<string, z.ZodType>>
type Answer = z.ZodType | string | Types | null
type OkStatus = 200 | 201 | 202 | 204

export interface Description {
  readonly operationId: string
  readonly tag: string
  readonly summary: string
  readonly description?: string
  /** The path's parts; what they do not read is 404. */
  readonly path?: Path
  readonly query?: Query
  readonly body?: Body
  /** Whether the ETag that an edit was made from must come with it (If-Match). */
  readonly version?: true
  /** What one must be allowed to do; finer questions are the work's. */
  readonly may?: Deed
  /** By status: what comes back and what it means. The first is the usual one. */
  readonly ok: Partial<Record<OkStatus, readonly [answer: Answer, says: string]>>
  /** Problems beside those that the description itself implies. */
  readonly problems?: readonly ErrorStatus[]
}

interface Given<P, Q, B> {
  readonly actor: Actor
  readonly path: P
  readonly query: Q
  readonly body: B
  /** From If-Match; NaN where the description does not ask for it. */
  readonly version: number
  /** When the request came, for everything that it writes. */
  readonly now: string
  readonly request: Request
}

interface Context {
  readonly params: Promise<Record<string, string> | undefined>
}
export interface Endpoint {
  (request: Request, context: Context): Promise<Response>
  readonly description: Description
}

/** A value with a status or headers of its own. */
export const answered = (value: unknown, { status = 200, headers = {} }: { status?: OkStatus; headers?: Record<string, string> } = {}) =>
  Response.json(value, { status, headers: { 'cache-control': 'no-store', ...headers } })

async function bodyOf(body: Body | undefined, request: Request): Promise<unknown> {
  if (body === undefined || 'streamed' in body) return undefined
  if ('bytes' in body) return readBytes(request, body.most, body.tooLarge)
  if ('unread' in body) return body.check === 'here' ? readJson(request) : readRawJson(request)
  return parseFields(body, await readJson(request))
}

function pathOf(path: Path | undefined, params: Record<string, string> | undefined): unknown {
  if (!path) return {}
  const read = path.safeParse(params)
  if (!read.success) throw new ApiProblem(404, 'not-found', t('problem.not-found'))
  return read.data
}

/**
 * A route handler from its description and its work. What the work gives back is the JSON of the answer, nothing for a 204, or a whole response.
 *
 * @example
 * export const DELETE = endpoint(
 *   { operationId: 'revoke-link', tag: 'Places', summary: 'Makes a printed link lead nowhere', path: BY_TOKEN, may: 'label.print', ok: { 204: DONE } },
 *   ({ actor, path, now }) => inFirm(actor, (tx) => revokeLink(tx, actor, path.token, now)),
 * )
 */
export function endpoint<P extends Path, Q extends Query, B extends Body>(
  description: Description & { readonly path?: P; readonly query?: Q; readonly body?: B },
  work: (given: Given<z.output<P>, z.output<Q>, BodyOf<B>>) => unknown,
): Endpoint {
  const status = Number(Object.keys(description.ok)[0])
  const handler = (request: Request, context: Context): Promise<Response> =>
    apiRoute(request, async (actor) => {
      const path = pathOf(description.path, await context?.params)
      if (description.may) mustMay(actor, description.may)
      const version = description.version ? expectedVersion(request) : NaN
      const query = description.query ? parseFields(description.query, Object.fromEntries(new URL(request.url).searchParams)) : {}
      const body = await bodyOf(description.body, request)
      const given = { actor, path, query, body, version, now: new Date().toISOString(), request }
      const answer = await work(given as Given<z.output<P>, z.output<Q>, BodyOf<B>>)
      if (answer instanceof Response) return answer
      if (status === 204) return new Response(null, { status })
      return Response.json(answer, { status, headers: { 'cache-control': 'no-store' } })
    })
  return Object.assign(handler, { description })
}

/** The answer of what is done and says nothing. */
export const DONE = [null, 'Done.'] as const

const problemSchema = z
  .object({
    type: z.string(),
    title: z.string(),
    status: z.number(),
    detail: z.string(),
    errors: z.array(z.object({ path: z.string(), message: z.string(), index: z.number().optional(), code: z.string().optional() })),
  })
  .meta({ id: 'Problem', description: 'RFC 9457 problem details.' })

/** The problem answers of an operation, by status. */
const problems = (codes: Iterable<ErrorStatus>): Record<string, ZodOpenApiResponseObject> =>
  Object.fromEntries(
    [...new Set(codes)]
      .sort((a, b) => a - b)
      .map((code) => [String(code), { description: REASONS[code], content: { 'application/problem+json': { schema: problemSchema } } }]),
  )

/** What a description itself makes possible to go wrong. */
function impliedBy(method: string, { path, query, body, version, may }: Description): ErrorStatus[] {
  return [
    401,
    ...(method !== 'GET' || may ? ([403] as const) : []),
    ...(path ? ([404] as const) : []),
    ...(query ? ([422] as const) : []),
    ...(body ? ([413, 422] as const) : []),
    ...(body && !('bytes' in body) && !('streamed' in body) ? ([400] as const) : []),
    ...(version ? ([412, 428] as const) : []),
  ]
}

const binary = (type: string) => ({
  [type]: {
    schema:
      type.startsWith('text/') || type.startsWith('message/') ? { type: 'string' as const } : { type: 'string' as const, format: 'binary' },
  },
})
const byType = (types: Types) => Object.fromEntries(Object.entries(types).map(([type, schema]) => [type, { schema }]))

function contentOf(answer: Answer) {
  if (answer === null) return {}
  if (typeof answer === 'string') return { content: binary(answer) }
  return { content: answer instanceof z.ZodType ? { 'application/json': { schema: answer } } : byType(answer) }
}

function documentedBody(body: Body): NonNullable<ZodOpenApiOperationObject['requestBody']> {
  if ('bytes' in body) return { required: true, content: binary(body.bytes) }
  if ('streamed' in body) return { required: true, content: byType(body.streamed) }
  return { required: true, content: { 'application/json': { schema: 'unread' in body ? body.unread : body } } }
}

const IF_MATCH = z.object({ 'if-match': z.string().meta({ description: 'The ETag that the edit was made from, as "3".' }) })

/** One description as an operation of the OpenAPI document. */
export function operationOf(method: string, description: Description): ZodOpenApiOperationObject {
  const { operationId, tag, summary, path, query, body, version, ok } = description
  return {
    operationId,
    tags: [tag],
    summary,
    ...(description.description && { description: description.description }),
    ...((path ?? query ?? version) && {
      requestParams: { ...(path && { path }), ...(query && { query }), ...(version && { header: IF_MATCH }) },
    }),
    ...(body && { requestBody: documentedBody(body) }),
    responses: {
      ...Object.fromEntries(Object.entries(ok).map(([status, [answer, says]]) => [status, { description: says, ...contentOf(answer) }])),
      ...problems([...impliedBy(method, description), ...(description.problems ?? [])]),
    },
  }
}
