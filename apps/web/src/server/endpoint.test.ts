import { z } from 'zod'
import { BY_ID, bytes, type Description, DONE, endpoint, operationOf, streamed, unread } from './endpoint'
import type { Actor } from './actor'
import { ApiProblem } from './problem'

let asking: Partial<Actor> | null = null
jest.mock('./actor', () => ({ currentActor: () => Promise.resolve(asking) }))

const ID = '0190a6e8-0000-7000-8000-00000000000A'
const send = async (
  handler: ReturnType<typeof endpoint>,
  {
    method = 'PUT',
    query = '',
    body,
    params,
    headers = {},
  }: { method?: string; query?: string; body?: string; params?: Record<string, string>; headers?: Record<string, string> } = {},
) => {
  const request = new Request(`http://127.0.0.1/api/v1/things${query}`, {
    method,
    headers: { host: '127.0.0.1', ...headers },
    ...(body !== undefined && { body }),
  })
  const response = await handler(request, { params: Promise.resolve(params) })
  const text = await response.text()
  return { status: response.status, headers: response.headers, body: text ? (JSON.parse(text) as Record<string, unknown>) : null }
}

beforeEach(() => {
  asking = { userId: 'u', firmId: 'f', role: 'technician', heldRole: 'technician' }
})

/** An endpoint with everything, that answers with what it was given. */
const told = jest.fn()
const everything = endpoint(
  {
    operationId: 'change-thing',
    tag: 'Things',
    summary: 'Changes a thing',
    path: BY_ID,
    query: z.object({ loud: z.coerce.boolean().default(false) }),
    body: z.strictObject({ name: z.string().trim().min(1, 'field.missing') }),
    version: true,
    may: 'instrument.write',
    ok: { 200: [z.object({ id: z.string() }), 'Changed.'] },
    problems: [409],
  },
  (given) => {
    told(given)
    return { id: given.path.id }
  },
)
const good = { params: { id: ID }, query: '?loud=1', body: '{"name":" Plumb "}', headers: { 'if-match': '"4"' } }

describe('what one description does', () => {
  test('path, query, body and version are read before the work sees them', async () => {
    expect(await send(everything, good)).toMatchObject({ status: 200, body: { id: ID.toLowerCase() } })
    expect(told).toHaveBeenLastCalledWith(
      expect.objectContaining({ path: { id: ID.toLowerCase() }, query: { loud: true }, body: { name: 'Plumb' }, version: 4 }),
    )
  })

  test.each([
    ['nobody signed in', 401, () => ((asking = null), good)],
    ['somebody whose firm asks for a second factor first', 401, () => ((asking = { ...asking, secondFactorDue: true }), good)],
    ['a body nested without an end', 400, () => ({ ...good, body: `${'['.repeat(20_000)}${']'.repeat(20_000)}` })],
    ['a body nested a little too deep', 400, () => ({ ...good, body: `{"name":${'['.repeat(64)}${']'.repeat(64)}}` })],
    ['brackets in a text, which are none', 422, () => ({ ...good, body: `{"name":"${'['.repeat(100)}\\"[","x":1}` })],
    ['another site’s page', 403, () => ({ ...good, headers: { ...good.headers, origin: 'https://elsewhere.example' } })],
    ['a path that is no id', 404, () => ({ ...good, params: { id: '12' } })],
    ['a role that may not', 403, () => ((asking = { ...asking, role: 'viewer', heldRole: 'viewer' }), good)],
    ['no If-Match', 428, () => ({ ...good, headers: {} })],
    ['no JSON', 400, () => ({ ...good, body: '{' })],
    ['a field that is wrong', 422, () => ({ ...good, body: '{"name":""}' })],
    ['a body too large', 413, () => ({ ...good, body: JSON.stringify({ name: 'x'.repeat(1_000_001) }) })],
  ])('%s is %d, and the work is not begun', async (_what, status, prepare) => {
    told.mockClear()
    const answer = await send(everything, prepare())
    expect(answer.status).toBe(status)
    expect(answer.headers.get('content-type')).toBe('application/problem+json')
    expect(told).not.toHaveBeenCalled()
  })

  test('who may not is told so before anything is read of what they sent', async () => {
    asking = { ...asking, role: 'viewer', heldRole: 'viewer' }
    expect((await send(everything, { ...good, body: '{', headers: {} })).status).toBe(403)
  })

  test('nothing to say is 204; a value is kept by no cache; a response goes out as it is', async () => {
    const plain: Description = { operationId: 'x', tag: 'Things', summary: 'x', ok: { 204: DONE } }
    expect(await send(endpoint(plain, () => undefined))).toMatchObject({ status: 204, body: null })
    const valued = await send(endpoint({ ...plain, ok: { 201: [z.object({}), 'x'] } }, () => ({})))
    expect([valued.status, valued.headers.get('cache-control')]).toEqual([201, 'no-store'])
    expect((await send(endpoint(plain, () => Response.json({}, { status: 202 })))).status).toBe(202)
  })

  test('bytes up to their most; an unread body comes as JSON, but only with texts that can be kept', async () => {
    const about = { operationId: 'x', tag: 'Things', summary: 'x', ok: { 200: [z.number(), 'x'] } } as const
    const picture = endpoint(
      { ...about, body: bytes('image/*', 3, () => new ApiProblem(413, 'too-large', 'At most three.')) },
      ({ body }) => body.byteLength,
    )
    expect(await send(picture, { body: 'abc' })).toMatchObject({ status: 200, body: 3 })
    expect(await send(picture, { body: 'abcd' })).toMatchObject({ status: 413, body: { detail: 'At most three.' } })
    const loose = endpoint({ ...about, body: unread(z.object({})) }, ({ body }) => Object.keys(body as object).length)
    expect(await send(loose, { body: '{"a":1,"b":"2"}' })).toMatchObject({ status: 200, body: 2 })
    expect(await send(loose, { body: '{"a":"\\u0000"}' })).toMatchObject({ status: 422, body: { errors: [{ path: 'a' }] } })
  })
})

describe('the same description in the document', () => {
  test('parameters, body, answers, and every problem that it implies', () => {
    const operation = operationOf('PUT', everything.description)
    expect(operation).toMatchObject({ operationId: 'change-thing', tags: ['Things'], requestBody: { required: true } })
    expect(Object.keys(operation.requestParams ?? {})).toEqual(['path', 'query', 'header'])
    expect(Object.keys(operation.responses)).toEqual(['200', '400', '401', '403', '404', '409', '412', '413', '422', '428'])
  })

  test('what only reads promises no 403 and no body; a file names its type', () => {
    const { responses, requestBody } = operationOf('GET', {
      operationId: 'x',
      tag: 'T',
      summary: 'x',
      ok: { 200: ['application/pdf', 'A file.'] },
    })
    expect(Object.keys(responses)).toEqual(['200', '401'])
    expect(responses['200']).toEqual({
      description: 'A file.',
      content: { 'application/pdf': { schema: { type: 'string', format: 'binary' } } },
    })
    expect(requestBody).toBeUndefined()
  })

  test('what is streamed or answered in one of several types lists them', () => {
    const types = { 'text/csv': z.string(), 'application/json': z.looseObject({}) }
    const { responses, requestBody } = operationOf('POST', {
      operationId: 'x',
      tag: 'T',
      summary: 'x',
      body: streamed(types),
      ok: { 200: [types, 'x'] },
    })
    for (const part of [responses['200'], requestBody])
      expect(Object.keys((part as { content: object }).content)).toEqual(['text/csv', 'application/json'])
  })
})

test('what the log says of a request holds no secret of its path', async () => {
  const { log } = await import('./log')
  const said = jest.spyOn(log, 'info').mockImplementation(() => undefined)
  const handler = endpoint({ operationId: 'x', tag: 'Things', summary: 'x', ok: { 204: DONE } }, () => undefined)
  await handler(new Request('http://127.0.0.1/api/v1/links/q8Zr2uWmXk0aTd5vLh91Ce'), { params: Promise.resolve(undefined) })
  await handler(new Request(`http://127.0.0.1/api/v1/things/${ID.toLowerCase()}`), { params: Promise.resolve(undefined) })
  expect(said.mock.calls.map(([line]) => (line as unknown as { path: string }).path)).toEqual([
    '/api/v1/links/…',
    `/api/v1/things/${ID.toLowerCase()}`,
  ])
})
