import { readdirSync } from 'node:fs'
import path from 'node:path'
import { eq } from 'drizzle-orm'
import { v7 as uuidv7 } from 'uuid'
import { z } from 'zod'
import { ROUTES } from '@/app/api/routes'
import { appliance, mail, session } from '@/db/schema'
import type { Actor } from '@/server/actorOf'
import { operationOf } from '@/server/endpoint'
import type { Action, Method, Tried, Who } from '@/test/actions'
import { aPicture, applianceBody, meetPeople, people, place, plannedVisit, siteBody } from '@/test/apiWorld'
import { exchangeActions } from '@/test/exchangeActions'
import { PEOPLE_AND_VISIT_ACTIONS } from '@/test/peopleActions'
import { REGISTER_ACTIONS } from '@/test/registerActions'
import { closeAll, ownerDb } from '@/test/world'

let asking: Actor | null = null
jest.mock('@/server/actor', () => ({
  currentActor: () => Promise.resolve(asking),
  currentSessionId: () => Promise.resolve(null),
  unitsFor: () => 'metric',
}))

/** Sends a request straight to a route, as a person; the answer's status and body. */
async function send(
  actor: Actor | null,
  method: Method,
  route: string,
  {
    id,
    params,
    query = '',
    body,
    version,
  }: {
    id?: string | undefined
    params?: Record<string, string> | undefined
    query?: string | undefined
    body?: unknown
    version?: number | undefined
  } = {},
) {
  asking = actor
  const handlers = await ROUTES[route]!()
  const raw = Buffer.isBuffer(body) ? new Uint8Array(body) : body === undefined ? undefined : JSON.stringify(body)
  const request = new Request(`http://127.0.0.1/api/v1/${route}${query}`, {
    method,
    headers: { host: '127.0.0.1', ...(version !== undefined && { 'if-match': `"${version}"` }) },
    ...(raw !== undefined && { body: raw }),
  })
  const given = params ?? (id === undefined ? undefined : { id })
  const response = await handlers[method]!(request, { params: Promise.resolve(given as never) })
  const text = response.headers.get('content-type')?.startsWith('text/event-stream') ? await firstOf(response.body!) : await response.text()
  return { status: response.status, text, etag: response.headers.get('etag'), type: response.headers.get('content-type') }
}

beforeAll(meetPeople)
afterAll(closeAll)

/** A stream has no end: what it says first is enough. */
async function firstOf(body: ReadableStream<Uint8Array>): Promise<string> {
  const reader = body.getReader()
  const { value } = await reader.read()
  await reader.cancel()
  return new TextDecoder().decode(value)
}

const ACTIONS: readonly Action[] = [...REGISTER_ACTIONS, ...PEOPLE_AND_VISIT_ACTIONS, ...exchangeActions(place, () => people.lead, uuidv7)]
const WHO: readonly Who[] = ['lead', 'technician', 'apprentice', 'planner', 'viewer', 'lapsed', 'other', 'nobody']

/** Whether an answer is one that the API document promises. */
async function expectAsDescribed({ method, route }: Action, answer: { status: number; text: string }): Promise<void> {
  const { description } = (await ROUTES[route]!())[method]!
  expect(Object.keys(operationOf(method, description).responses)).toContain(String(answer.status))
  const promised = description.ok[answer.status as 200]?.[0]
  if (promised instanceof z.ZodType) expect(promised.safeParse(JSON.parse(answer.text)).error).toBeUndefined()
}

describe.each(ACTIONS.map((a) => [`${a.method} ${a.route}`, a] as const))('%s', (_name, action) => {
  test.each(WHO)('by %s', async (who) => {
    const expected = who === 'nobody' ? 401 : who === 'other' ? (action.other ?? 404) : action.may.includes(who) ? action.ok : 403
    const answer = await send(who === 'nobody' ? null : people[who], action.method, action.route, await action.prepare())
    expect([answer.status, answer.text.slice(0, 300)]).toEqual([expected, expect.anything()])
    await expectAsDescribed(action, answer)
    if (answer.status >= 400) {
      expect(answer.type).toBe('application/problem+json')
      expect(answer.text).not.toMatch(/ at \/|node_modules|select |insert into/)
    }
  })
})

test('no address and no action is left out', async () => {
  const routes = (dir: string): string[] =>
    readdirSync(dir, { withFileTypes: true }).flatMap((e) =>
      e.isDirectory() ? routes(path.join(dir, e.name)) : e.name === 'route.ts' ? [path.relative(__dirname, dir)] : [],
    )
  expect(Object.keys(ROUTES).sort()).toEqual(routes(__dirname).sort())
  const offered = await Promise.all(
    Object.entries(ROUTES).map(async ([route, load]) => Object.keys(await load()).map((m) => `${m} ${route}`)),
  )
  // The Workings keep nothing but one's own inputs; their own tests try them.
  const elsewhere = offered.flat().filter((e) => / workings/.test(e))
  expect(elsewhere).toHaveLength(3)
  expect(
    offered
      .flat()
      .filter((e) => !elsewhere.includes(e))
      .sort(),
  ).toEqual(ACTIONS.map((a) => `${a.method} ${a.route}`).sort())
})

describe('another firm, by the ids in the body', () => {
  test('its site, its appliance, its supply, its people cannot be named', async () => {
    const mine = await place()
    const [theirs] = await ownerDb.select().from(appliance).where(eq(appliance.firmId, people.other.firmId))
    const cases: [Method, string, Tried, number][] = [
      ['POST', 'visits', { body: { siteId: theirs!.siteId, applianceIds: [theirs!.id], jobKind: 'annual-service' } }, 404],
      ['POST', 'visits', { body: { siteId: mine.siteId, applianceIds: [theirs!.id], jobKind: 'annual-service' } }, 404],
      [
        'POST',
        'sites/[id]/appliances',
        { id: mine.siteId, body: { ...applianceBody(theirs!.supplyId), cardVersion: mine.cardVersion } },
        422,
      ],
      ['POST', 'photos', { query: `?siteId=${mine.siteId}&applianceId=${theirs!.id}`, body: await aPicture() }, 404],
      ['POST', 'photos', { query: `?siteId=${theirs!.siteId}`, body: await aPicture() }, 404],
      ['PATCH', 'visits/[id]', { ...(await plannedVisit()), body: { assignedTo: people.other.userId } }, 422],
      [
        'POST',
        'visits',
        { body: { siteId: mine.siteId, applianceIds: [mine.applianceId], jobKind: 'annual-service', assignedTo: people.other.userId } },
        422,
      ],
    ]
    for (const [method, route, tried, status] of cases) {
      const answer = await send(people.lead, method, route, tried)
      expect([method, route, answer.status, answer.text.slice(0, 200)]).toEqual([method, route, status, expect.anything()])
    }
  })

  test('its search finds none of ours', async () => {
    const ours = JSON.parse((await send(people.lead, 'GET', 'search', { query: '?q=quarry' })).text) as { found: unknown[] }
    const theirs = JSON.parse((await send(people.other, 'GET', 'search', { query: '?q=quarry+row' })).text) as { found: unknown[] }
    expect(ours.found.length).toBeGreaterThan(2)
    expect(theirs.found).toEqual([])
  })

  test('one’s own session ends; somebody else’s is not there', async () => {
    const make = async (userId: string) => {
      const id = uuidv7()
      await ownerDb.insert(session).values({ id, userId, token: id, expiresAt: new Date(Date.now() + 60_000) })
      return id
    }
    expect((await send(people.planner, 'DELETE', 'me/sessions/[id]', { id: await make(people.planner.userId) })).status).toBe(204)
    expect((await send(people.planner, 'DELETE', 'me/sessions/[id]', { id: await make(people.lead.userId) })).status).toBe(404)
  })
})

test('a letter downloads as a mail that other programs read', async () => {
  const [row] = await ownerDb.select().from(mail).where(eq(mail.firmId, people.lead.firmId))
  const answer = await send(people.lead, 'GET', 'mail/[id]', { id: row!.id })
  expect(answer.type).toBe('message/rfc822')
  expect(answer.text).toMatch(/^From: Hollowmere Heat <no-reply@127\.0\.0\.1>/m)
  expect(answer.text).toMatch(/^Subject: Invitation to Hollowmere Heat/m)
  expect(answer.text.replace(/=\r?\n/g, '')).toMatch(/http:\/\/127\.0\.0\.1:3000\/join\//)
})

test('a photograph over 20 MB is refused without being read to its end; a body without If-Match is told so', async () => {
  const { siteId } = await place()
  const large = await send(people.lead, 'POST', 'photos', { query: `?siteId=${siteId}`, body: Buffer.alloc(20_000_001) })
  expect([large.status, large.text]).toEqual([413, expect.stringMatching(/20\sMB/)])
  expect((await send(people.lead, 'PUT', 'sites/[id]', { id: siteId, body: siteBody() })).status).toBe(428)
  expect((await send(people.lead, 'GET', 'sites/[id]', { id: siteId })).etag).toBe('"1"')
})

test('a file of 50 MB is not read to its end, and is told how large one may be', async () => {
  const places = await send(people.planner, 'POST', 'imports', {
    query: '?kind=places&name=places.json',
    body: Buffer.alloc(50_000_000, 32),
  })
  expect(places.text).toMatch(/16\sMB/)
  const table = await send(people.planner, 'POST', 'imports', { query: '?kind=appliances&name=a.csv', body: Buffer.alloc(64_000_001, 32) })
  expect(table.text).toMatch(/64\sMB/)
})
