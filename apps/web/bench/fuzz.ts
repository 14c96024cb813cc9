/**
 * Bodies, paths and queries that nobody means, at every address of the API: nothing may be answered with 500 or above. Called by scripts/bench.mjs on request only:
 * `npm run bench -- fuzz [requests] [seed]`. The requests go to the handlers themselves, with the database behind them; as many bodies go to the schemas
 * alone, and one in twenty of the requests through the network to the built server.
 */
import { Agent, request } from 'node:http'
import { ROUTES, type Handlers } from '@/app/api/routes'
import { GET as document } from '@/app/api/openapi.json/route'
import { auth } from '@/server/auth'
import { byIt, chance, isWell, known, pick, type Schema, seedBodies, text, TEXTS, uuid } from './fuzzBodies'
import { person } from './headersStub'

const baseUrl = new URL(process.env.BASE_URL ?? '')
const LEAD = { email: 'maren.ostby@lucerna.example', password: process.env.DEMO_PASSWORD ?? '' }
const [wanted = 20_000, seed = 1] = process.argv.slice(2).map(Number)
seedBodies(seed)
const AT_ONCE = 24
const agent = new Agent({ keepAlive: true, maxSockets: AT_ONCE })

interface Operation {
  readonly method: string
  readonly path: string
  readonly body: { readonly type: string; readonly schema: Schema } | null
  readonly query: readonly string[]
}
interface Answer {
  readonly status: number
  readonly text: string
  readonly cookies: readonly string[]
}
/** What carries a request to an answer. A request that cannot be sent at all is no test: status 0. */
type Carrier = (method: string, path: string, headers: Record<string, string>, body: string | null) => Promise<Answer>

const NOT_SENT: Answer = { status: 0, text: '', cookies: [] }
const MOST_S = 90
const tooLong = (): Promise<Answer> =>
  new Promise((done) => setTimeout(() => done({ status: 599, text: `no answer within ${MOST_S} s`, cookies: [] }), MOST_S * 1000).unref())
const isStream = (type: string | null | undefined) => String(type).startsWith('text/event-stream')

const throughNetwork: Carrier = (method, path, headers, body) =>
  new Promise((done) => {
    const failed = (why: string) => done({ status: 599, text: why, cookies: [] })
    try {
      const asked = request({ agent, host: baseUrl.hostname, port: baseUrl.port, method, path, headers, timeout: 60_000 }, (res) => {
        let said = ''
        res.on('data', (c: Buffer) => {
          if (said.length < 2000) said += c.toString('latin1')
          // A stream that stays open has answered.
          if (isStream(res.headers['content-type'])) res.destroy()
        })
        res.on('close', () => done({ status: res.statusCode ?? 599, text: said, cookies: res.headers['set-cookie'] ?? [] }))
        if (isStream(res.headers['content-type'])) setTimeout(() => res.destroy(), 200).unref()
      })
      asked.on('timeout', () => asked.destroy(new Error('no answer within 60 s')))
      asked.on('error', (e) => failed(e.message))
      asked.end(body ?? undefined)
    } catch {
      done(NOT_SENT)
    }
  })

const loaded = await Promise.all(
  Object.entries(ROUTES).map(async ([route, load]) => ({
    pattern: new RegExp(`^/api/v1/${route.replaceAll(/\[(\w+)\]/g, '(?<$1>[^/]*)')}$`),
    fixed: !route.includes('['),
    handlers: (await load()) as Handlers,
  })),
)
/** What has no parameter goes first, as in the router. */
const routes = loaded.sort((a, b) => Number(b.fixed) - Number(a.fixed))

const toHandlers: Carrier = async (method, path, headers, body) => {
  const url = `${baseUrl.origin}${path}`
  const pathname = path.split('?')[0]!
  const route = routes.find((r) => r.pattern.test(pathname) && r.handlers[method as keyof Handlers])
  const handler = route?.handlers[method as keyof Handlers]
  let asked: Request
  try {
    asked = new Request(url, { method, headers: { ...headers, host: baseUrl.host }, ...(body !== null && { body }) })
    if (!handler) return NOT_SENT
  } catch {
    return NOT_SENT
  }
  const params = Object.fromEntries(
    Object.entries(route!.pattern.exec(pathname)?.groups ?? {}).map(([name, value]) => [name, decodeURIComponent(value)]),
  )
  try {
    const answer = await handler(asked, { params: Promise.resolve(params) })
    // Nobody waits for the end of what has none.
    if (isStream(answer.headers.get('content-type'))) void answer.body?.cancel()
    return {
      status: answer.status,
      text: isStream(answer.headers.get('content-type')) ? '' : (await answer.text()).slice(0, 20_000),
      cookies: [],
    }
  } catch (error) {
    return { status: 599, text: String(error), cookies: [] }
  }
}

const pairs = (cookies: readonly string[]) => cookies.map((c) => c.split(';')[0]!)
async function signIn(): Promise<string> {
  const answer = await throughNetwork(
    'POST',
    '/api/auth/sign-in/email',
    { 'content-type': 'application/json', origin: baseUrl.origin },
    JSON.stringify(LEAD),
  )
  if (answer.cookies.length === 0) throw new Error(`cannot sign in: ${answer.status} ${answer.text}`)
  return pairs(answer.cookies).join('; ')
}
async function signInHere(): Promise<string> {
  const answer = await auth().api.signInEmail({ body: LEAD, headers: new Headers({ host: baseUrl.host }), asResponse: true })
  for (const pair of pairs(answer.headers.getSetCookie())) {
    const [name = '', value = ''] = pair.split('=')
    person.cookies.set(name, decodeURIComponent(value))
  }
  return ''
}

/** What would sign the fuzzer itself out, or shut the firm's door. */
const SPARED = [/^\/api\/v1\/me\/sessions/, /^\/api\/v1\/firm$/, /^\/api\/bridge\//, /^\/api\/(health|ready|metrics)$/]

const doc = (await (await document()).json()) as Schema
const operations: Operation[] = Object.entries(doc.paths as Record<string, Record<string, Schema>>)
  .filter(([path]) => !SPARED.some((s) => s.test(path)))
  .flatMap(([path, methods]) =>
    Object.entries(methods).map(([method, o]) => {
      const content = Object.entries(((o.requestBody as Schema | undefined)?.content as Record<string, Schema> | undefined) ?? {})[0]
      return {
        method: method.toUpperCase(),
        path,
        body: content ? { type: content[0], schema: (content[1].schema ?? {}) as Schema } : null,
        query: ((o.parameters as Schema[] | undefined) ?? []).filter((p) => p.in === 'query').map((p) => String(p.name)),
      }
    }),
  )
const withBody = operations.filter((o) => o.body)

/** The schemas by themselves: whatever comes in, they answer and do not throw. */
function schemasAlone(most: number): number {
  const bodies: { readonly name: string; readonly parse: (x: unknown) => unknown; readonly schema: Schema }[] = []
  for (const { handlers, pattern } of routes)
    for (const [method, handler] of Object.entries(handlers)) {
      const given = handler.description.body as
        | { safeParse?: (x: unknown) => unknown; unread?: { safeParse: (x: unknown) => unknown } }
        | undefined
      const zod = given?.unread ?? given
      const described = withBody.find((o) => o.method === method && pattern.test(o.path))
      if (zod?.safeParse && described?.body)
        bodies.push({ name: `${method} ${described.path}`, parse: (x) => zod.safeParse!(x), schema: described.body.schema })
    }
  const began = performance.now()
  let threw = 0
  for (let i = 0; i < most; i++) {
    const { name, parse, schema } = pick(bodies)
    const body: unknown = byIt(schema, doc)
    try {
      parse(body)
    } catch (error) {
      if (threw++ < 10) console.log(`  ${name} threw ${String(error).slice(0, 120)} at ${JSON.stringify(body).slice(0, 200)}`)
    }
  }
  console.log(`fuzz  ${most} bodies at ${bodies.length} schemas: ${threw} threw, ${((performance.now() - began) / 1000).toFixed(0)} s`)
  return threw
}

async function learnIds(carry: Carrier, cookie: string): Promise<void> {
  for (const path of ['/api/v1/visits', '/api/v1/people', '/api/v1/instruments', '/api/v1/sites', '/api/v1/appliances']) {
    const answer = await carry('GET', path, { cookie }, null)
    known.push(...new Set(answer.text.match(/[\da-f]{8}-[\da-f]{4}-7[\da-f]{3}-[\da-f]{4}-[\da-f]{12}/g) ?? []))
  }
}

/** Sends so many requests and answers how many were answered with 500 and above. */
async function requests(where: string, carry: Carrier, enter: () => Promise<string>, most: number): Promise<number> {
  let cookie = await enter()
  if (known.length === 0) await learnIds(carry, cookie)
  const counts = new Map<number, number>()
  const spent = new Map<Operation, number>()
  let [sent, told] = [0, 0]
  const began = performance.now()
  const seconds = () => (performance.now() - began) / 1000
  const by = () =>
    [...counts]
      .sort(([a], [b]) => a - b)
      .map(([status, n]) => `${status}: ${n}`)
      .join('  ')
  async function one(): Promise<void> {
    // What brings no body is read only: a path and a query are soon tried.
    const o = chance(0.9) ? pick(withBody) : pick(operations)
    const path = o.path.replaceAll(/\{\w+\}/g, () =>
      chance(0.7) && known.length > 0 ? pick(known) : encodeURIComponent(chance(0.5) ? uuid() : pick(TEXTS.filter(isWell))),
    )
    const query = o.query.filter(() => chance(0.5)).map((q) => `${q}=${encodeURIComponent(pick(TEXTS.filter(isWell)).slice(0, 500))}`)
    const body = o.body && (o.body.type.includes('json') ? text(byIt(o.body.schema, doc)) : pick(TEXTS))
    const headers: Record<string, string> = {
      cookie,
      origin: baseUrl.origin,
      ...(chance(0.7) && { 'if-match': pick(['"1"', '"2"', '"0"', '"-1"', 'x', '"99999999999999999999"', '*']) }),
      ...(o.body && { 'content-type': chance(0.95) ? o.body.type : pick(['text/plain', 'application/xml', 'multipart/form-data']) }),
    }
    const asked = performance.now()
    const where = `${path}${query.length > 0 ? `?${query.join('&')}` : ''}`
    const answer = await Promise.race([carry(o.method, where, headers, body), tooLong()])
    spent.set(o, (spent.get(o) ?? 0) + performance.now() - asked)
    counts.set(answer.status, (counts.get(answer.status) ?? 0) + 1)
    if (answer.status === 401) cookie = await enter()
    if (answer.status >= 500 && told++ < 20)
      console.log(
        `  ${o.method} ${path}?${query.join('&')} → ${answer.status} ${answer.text.slice(0, 160)}\n    ${(body ?? '').slice(0, 1000)}`,
      )
  }
  async function worker(): Promise<void> {
    while (sent < most) {
      if (++sent % 50_000 === 0) console.log(`fuzz  ${where} ${sent} sent, ${seconds().toFixed(0)} s  ${by()}`)
      await one()
    }
  }
  await Promise.all(Array.from({ length: AT_ONCE }, worker))
  console.log(`fuzz  ${most} ${where} at ${operations.length} operations, seed ${seed}, ${seconds().toFixed(0)} s  ${by()}`)
  const wrong = [...counts].filter(([s]) => s >= 500).reduce((sum, [, n]) => sum + n, 0)
  console.log(`fuzz  answered with 500 and above: ${wrong}`)
  for (const [o, ms] of [...spent].sort(([, a], [, b]) => b - a).slice(0, 5))
    console.log(`  longest in all: ${o.method} ${o.path} ${((100 * ms) / (1000 * seconds() * AT_ONCE)).toFixed(0)} %`)
  return wrong
}

const threw = schemasAlone(wanted)
const wrong =
  (await requests('requests to the handlers', toHandlers, signInHere, wanted)) +
  (await requests('requests through the network', throughNetwork, signIn, Math.ceil(wanted / 20)))
agent.destroy()
process.exitCode = wrong + threw > 0 ? 1 : 0
process.exit()
