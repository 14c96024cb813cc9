/**
 * Bodies, paths and queries that nobody means, at every address of the API: nothing may be answered with 500 or above. Called by scripts/bench.mjs on request only:
 * `npm run bench -- fuzz [requests] [seed]`; twenty times as many bodies go to the schemas alone.
 */
import { Agent, request } from 'node:http'
import { seededRandom } from '@lucerna/sim/random'

const baseUrl = new URL(process.env.BASE_URL ?? '')
const [wanted = 20_000, seed = 1] = process.argv.slice(2).map(Number)
const random = seededRandom(seed)
const AT_ONCE = 24
const agent = new Agent({ keepAlive: true, maxSockets: AT_ONCE })

type Schema = Readonly<Record<string, unknown>>
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

function send(method: string, path: string, headers: Record<string, string>, body: string | null): Promise<Answer> {
  return new Promise((done) => {
    const failed = (why: string) => done({ status: 599, text: why, cookies: [] })
    try {
      const asked = request({ agent, host: baseUrl.hostname, port: baseUrl.port, method, path, headers, timeout: 30_000 }, (res) => {
        let text = ''
        res.on('data', (c: Buffer) => {
          if (text.length < 2000) text += c.toString('latin1')
          // A stream that stays open has answered.
          if (String(res.headers['content-type']).startsWith('text/event-stream')) res.destroy()
        })
        res.on('close', () => done({ status: res.statusCode ?? 599, text, cookies: res.headers['set-cookie'] ?? [] }))
        if (String(res.headers['content-type']).startsWith('text/event-stream')) setTimeout(() => res.destroy(), 200).unref()
      })
      asked.on('timeout', () => asked.destroy(new Error('no answer within 30 s')))
      asked.on('error', (e) => failed(e.message))
      asked.end(body ?? undefined)
    } catch {
      // What cannot be sent at all is no test.
      done({ status: 0, text: '', cookies: [] })
    }
  })
}

const pick = <T>(list: readonly T[]): T => list[Math.floor(random() * list.length)]!
const chance = (share: number): boolean => random() < share
const uuid = (): string => 'xxxxxxxx-xxxx-7xxx-8xxx-xxxxxxxxxxxx'.replaceAll('x', () => Math.floor(random() * 16).toString(16))

/** Texts that have broken programs before. */
const TEXTS = [
  '',
  ' ',
  '\u0000',
  '\ud800',
  'a'.repeat(5000),
  '😀'.repeat(300),
  "'; drop table site; --",
  '../../etc/passwd',
  '<script>',
  '{{x}}',
  '%s%n',
  '=1+1',
  '١٢٣',
  '\u202eabc',
  'null',
  'true',
  '-0',
  '1e999',
  '0x10',
  '2026-02-30',
  '9999-12-31T23:59:59.999Z',
  '0000-00-00',
  '2026-06-01',
  '2026-06-01T09:00:00.000Z',
  'Europe/Zurich',
  'lead',
  'metric-ratio',
  'tarnwick-larch-28-c',
]
const NUMBERS = [0, -0, 1, -1, 0.1, 1e308, -1e308, 5e-324, 2 ** 31, -(2 ** 31), 2 ** 53, 1e21, 4, 30, 101_325]
const known: string[] = []
/** Whether a text can stand in an address: a lone surrogate cannot. */
const isWell = (text: string): boolean => !/[\ud800-\udfff]/.test(text.replaceAll(/[\ud800-\udbff][\udc00-\udfff]/g, ''))

const anyValue = (depth = 0): unknown =>
  pick<() => unknown>([
    () => pick(TEXTS),
    () => pick(NUMBERS),
    () => null,
    () => chance(0.5),
    () => (known.length > 0 ? pick(known) : uuid()),
    () => (depth > 3 ? [] : Array.from({ length: Math.floor(random() * 4) }, () => anyValue(depth + 1))),
    () =>
      depth > 3
        ? {}
        : Object.fromEntries(
            Array.from({ length: Math.floor(random() * 4) }, () => [
              pick(['__proto__', 'id', 'constructor', 'x', 'name', 'toString']),
              anyValue(depth + 1),
            ]),
          ),
  ])()

/** Something by its schema, now and then not. */
function byIt(schema: Schema, all: Schema, depth = 0): unknown {
  if (chance(0.06) || depth > 12) return anyValue()
  if (typeof schema.$ref === 'string') {
    const found = schema.$ref
      .slice(2)
      .split('/')
      .reduce<unknown>((at, part) => (at as Schema | undefined)?.[part], all)
    return byIt((found ?? {}) as Schema, all, depth + 1)
  }
  for (const several of ['anyOf', 'oneOf'] as const)
    if (Array.isArray(schema[several])) return byIt(pick(schema[several] as Schema[]), all, depth + 1)
  if (Array.isArray(schema.allOf)) return Object.assign({}, ...(schema.allOf as Schema[]).map((s) => byIt(s, all, depth + 1)))
  if ('const' in schema) return schema.const
  if (Array.isArray(schema.enum)) return pick(schema.enum as unknown[])
  const type = Array.isArray(schema.type) ? pick(schema.type as string[]) : schema.type
  if (type === 'object' || schema.properties) {
    const required = (schema.required as string[] | undefined) ?? []
    const own = Object.entries((schema.properties as Record<string, Schema> | undefined) ?? {}).flatMap(([key, s]) =>
      chance(required.includes(key) ? 0.97 : 0.6) ? [[key, byIt(s, all, depth + 1)] as const] : [],
    )
    return Object.fromEntries(chance(0.03) ? [...own, [pick(TEXTS), anyValue()]] : own)
  }
  if (type === 'array')
    return Array.from({ length: chance(0.02) ? 300 : Math.floor(random() * 3) }, () => byIt((schema.items ?? {}) as Schema, all, depth + 1))
  if (type === 'integer') return chance(0.8) ? Math.floor(random() * 20) : pick(NUMBERS)
  if (type === 'number') return chance(0.7) ? random() * 10 ** Math.floor(random() * 7) : pick(NUMBERS)
  if (type === 'boolean') return chance(0.5)
  if (type === 'null') return null
  if (schema.format === 'uuid') return known.length > 0 && chance(0.5) ? pick(known) : uuid()
  if (schema.format === 'date-time') return new Date(Date.UTC(2026, 5, 1) + Math.floor((random() - 0.5) * 1e11)).toISOString()
  if (schema.format === 'date') return '2026-06-01'
  if (schema.format === 'email') return `${uuid()}@lucerna.example`
  return chance(0.6) ? pick(['Larch', 'x', '22.3 mbar', '12', 'a b c', 'natural-gas-h', 'boiler']) : pick(TEXTS)
}

const text = (value: unknown): string => {
  const whole = JSON.stringify(value) ?? 'null'
  if (chance(0.03)) return whole.slice(0, Math.floor(random() * whole.length))
  if (chance(0.01)) return `${'['.repeat(20_000)}${']'.repeat(20_000)}`
  return whole
}

async function signIn(): Promise<string> {
  const answer = await send(
    'POST',
    '/api/auth/sign-in/email',
    { 'content-type': 'application/json', origin: baseUrl.origin },
    JSON.stringify({ email: 'maren.ostby@lucerna.example', password: process.env.DEMO_PASSWORD }),
  )
  const cookie = answer.cookies.map((c) => c.split(';')[0]).join('; ')
  if (!cookie) throw new Error(`cannot sign in: ${answer.status} ${answer.text}`)
  return cookie
}

/** What would sign the fuzzer itself out, or shut the firm's door. */
const SPARED = [/^\/api\/v1\/me\/sessions/, /^\/api\/v1\/firm$/, /^\/api\/bridge\//, /^\/api\/(health|ready|metrics)$/]

const doc = JSON.parse((await (await fetch(new URL('/api/openapi.json', baseUrl))).text()) as string) as Schema
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

/** First the schemas by themselves, without a server: whatever comes in, they answer and do not throw. */
async function schemasAlone(most: number): Promise<number> {
  const { ROUTES } = await import('@/app/api/routes')
  const bodies: { readonly name: string; readonly parse: (x: unknown) => unknown; readonly schema: Schema }[] = []
  for (const [route, load] of Object.entries(ROUTES))
    for (const [method, handler] of Object.entries(await load())) {
      const given = handler.description.body as
        | { safeParse?: (x: unknown) => unknown; unread?: { safeParse: (x: unknown) => unknown } }
        | undefined
      const zod = given?.unread ?? given
      const described = operations.find((o) => o.method === method && o.path === `/api/v1/${route.replaceAll(/\[(\w+)\]/g, '{$1}')}`)
      if (zod?.safeParse && described?.body)
        bodies.push({ name: `${method} ${route}`, parse: (x) => zod.safeParse!(x), schema: described.body.schema })
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
const threw = await schemasAlone(wanted * 20)

let cookie = await signIn()
for (const path of ['/api/v1/visits', '/api/v1/people', '/api/v1/instruments', '/api/v1/sites', '/api/v1/appliances']) {
  const answer = await send('GET', path, { cookie }, null)
  known.push(...new Set(answer.text.match(/[\da-f]{8}-[\da-f]{4}-7[\da-f]{3}-[\da-f]{4}-[\da-f]{12}/g) ?? []))
}
const counts = new Map<number, number>()
const broken: string[] = []
let sent = 0
const began = performance.now()
async function one(): Promise<void> {
  const o = pick(operations)
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
  const answer = await send(o.method, `${path}${query.length > 0 ? `?${query.join('&')}` : ''}`, headers, body)
  counts.set(answer.status, (counts.get(answer.status) ?? 0) + 1)
  if (answer.status === 401) cookie = await signIn()
  if (answer.status >= 500 && broken.length < 20)
    broken.push(`${o.method} ${path}?${query.join('&')} → ${answer.status} ${answer.text.slice(0, 160)}\n    ${(body ?? '').slice(0, 400)}`)
}
async function worker(): Promise<void> {
  while (sent < wanted) {
    sent++
    await one()
  }
}
await Promise.all(Array.from({ length: AT_ONCE }, worker))
const seconds = (performance.now() - began) / 1000
const by = [...counts].sort(([a], [b]) => a - b).map(([status, n]) => `${status}: ${n}`)
console.log(`fuzz  ${wanted} requests at ${operations.length} operations, seed ${seed}, ${seconds.toFixed(0)} s  ${by.join('  ')}`)
const wrong = [...counts].filter(([s]) => s >= 500).reduce((sum, [, n]) => sum + n, 0)
console.log(`fuzz  answered with 500 and above: ${wrong}`)
for (const b of broken) console.log(`  ${b}`)
agent.destroy()
process.exitCode = wrong + threw > 0 ? 1 : 0
