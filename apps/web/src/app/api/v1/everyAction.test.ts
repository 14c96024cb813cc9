import { readdirSync, readFileSync } from 'node:fs'
import path from 'node:path'
import { eq } from 'drizzle-orm'
import sharp from 'sharp'
import { v7 as uuidv7 } from 'uuid'
import { appliance, followUp, gasSupply, invitation, mail, membership, photo, session, site, visit } from '@/db/schema'
import type { Actor } from '@/server/actorOf'
import type { Action, Method, Tried, Who } from '@/test/actions'
import { exchangeActions } from '@/test/exchangeActions'
import { actorNamed, closeAll, newVisit, ownerDb, started } from '@/test/world'

let asking: Actor | null = null
jest.mock('@/server/actor', () => ({
  currentActor: () => Promise.resolve(asking),
  currentSessionId: () => Promise.resolve(null),
  unitsFor: () => 'metric',
}))

const HERE = __dirname
type Handler = (request: Request, context: { params: Promise<Record<string, string>> }) => Promise<Response>

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
  const handlers = (await import(path.join(HERE, route, 'route.ts'))) as Partial<Record<Method, Handler>>
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

/** A stream has no end: what it says first is enough. */
async function firstOf(body: ReadableStream<Uint8Array>): Promise<string> {
  const reader = body.getReader()
  const { value } = await reader.read()
  await reader.cancel()
  return new TextDecoder().decode(value)
}

const people = {} as Record<Exclude<Who, 'nobody'>, Actor>
let jpeg: Buffer

beforeAll(async () => {
  const [lead, technician, apprentice, planner, other] = (await Promise.all(
    ['Maren Ostby', 'Tobias Achterberg', 'Ilse Fontane', 'Noor Vance', 'Ruben Calder'].map(actorNamed),
  )) as [Actor, Actor, Actor, Actor, Actor]
  Object.assign(people, {
    lead,
    technician,
    apprentice,
    planner,
    other,
    viewer: { ...planner, role: 'viewer', heldRole: 'viewer' },
    // A lead whose licence ran out: does gas work as an apprentice, office work as a lead.
    lapsed: { ...lead, role: 'apprentice' },
  })
  jpeg = await sharp({ create: { width: 40, height: 30, channels: 3, background: '#888' } })
    .jpeg()
    .toBuffer()
})
afterAll(closeAll)

const siteBody = (name = `Mill ${uuidv7().slice(-6)}`) => ({
  name,
  address: '1 Weir Lane',
  timeZone: 'Europe/Zurich',
  altitudeM: 400,
  latitudeDeg: null,
  longitudeDeg: null,
  contact: null,
  contactPhone: null,
  contactEmail: null,
  accessNotes: null,
  hazards: null,
  practiceId: null,
})
const supplyBody = {
  gas: 'natural-gas-h',
  meter: null,
  meterKind: null,
  meterSize: null,
  meterSerial: null,
  dialVolumeM3: null,
  regulatorOwner: 'supplier',
  regulator: null,
  nominalPressurePa: null,
  standingPressurePa: null,
  workingPressurePa: null,
  measuredOn: null,
  pipes: [],
}
const applianceBody = (supplyId: string) => ({
  supplyId,
  cardId: 'tarnwick-larch-18-h',
  cardVersion: 1,
  name: 'Unit',
  serial: uuidv7(),
  position: 'Attic',
  flueLengthM: null,
  installedOn: null,
  safeties: [],
  remark: null,
})

/** A place of its own for one try, straight in the database. */
async function place() {
  const [known] = await ownerDb.select().from(appliance).where(eq(appliance.serial, 'TW18-220914'))
  const { firmId } = people.lead
  const siteId = uuidv7()
  const supplyId = uuidv7()
  const applianceId = uuidv7()
  await ownerDb.insert(site).values({ id: siteId, firmId, ...siteBody() })
  await ownerDb.insert(gasSupply).values({ id: supplyId, firmId, siteId, gas: 'natural-gas-h', regulatorOwner: 'supplier' })
  await ownerDb
    .insert(appliance)
    .values({ ...known!, id: applianceId, siteId, supplyId, serial: applianceId, version: 1, deletedAt: null, lastVisitAt: null })
  return { firmId, siteId, supplyId, applianceId, cardVersion: known!.cardVersion }
}

const aPhoto = async () => {
  const { siteId, firmId } = await place()
  const id = uuidv7()
  await ownerDb.insert(photo).values({
    id,
    firmId,
    siteId,
    caption: '',
    width: 1,
    height: 1,
    bytes: 1,
    createdAt: new Date().toISOString(),
    createdBy: people.lead.userId,
  })
  return { id }
}
const aMember = async () => {
  const { user } = await import('@/db/schema')
  const id = uuidv7()
  await ownerDb.insert(user).values({ id, name: 'Somebody', email: `${id}@lucerna.example` })
  await ownerDb.insert(membership).values({ id: uuidv7(), firmId: people.lead.firmId, userId: id, role: 'viewer' })
  return { id }
}
const leftMember = async () => {
  const made = await aMember()
  await ownerDb.update(membership).set({ leftAt: new Date().toISOString() }).where(eq(membership.userId, made.id))
  return made
}
const anInvitation = async () => {
  const id = uuidv7()
  const day = new Date().toISOString()
  await ownerDb.insert(invitation).values({
    id,
    firmId: people.lead.firmId,
    email: `${id}@lucerna.example`,
    name: 'Somebody',
    role: 'viewer',
    secretHash: id,
    invitedBy: people.lead.userId,
    createdAt: day,
    expiresAt: day,
  })
  return { id }
}
const plannedVisit = async () => {
  const { firmId, siteId } = await place()
  const id = uuidv7()
  await ownerDb.insert(visit).values({
    id,
    firmId,
    siteId,
    jobKind: 'annual-service',
    plannedFor: new Date().toISOString(),
    status: 'planned',
    practiceId: 'metric-ratio',
    practiceVersion: 1,
  })
  return { id }
}
const aFollowUp = async () => {
  const [some] = await ownerDb.select().from(followUp).where(eq(followUp.firmId, people.lead.firmId))
  const id = uuidv7()
  await ownerDb.insert(followUp).values({ ...some!, id, sourceKey: id, closedAt: null })
  return { id }
}

const ALL: readonly Who[] = ['lead', 'technician', 'apprentice', 'planner', 'viewer', 'lapsed']
const WRITE: readonly Who[] = ['lead', 'technician', 'apprentice', 'planner', 'lapsed']
const REMOVE: readonly Who[] = ['lead', 'technician', 'planner']
const PLAN: readonly Who[] = ['lead', 'technician', 'apprentice', 'planner', 'lapsed']
const LEAD: readonly Who[] = ['lead', 'lapsed']
const now = () => new Date(Date.now() + 3_600_000).toISOString()
const none = async () => ({})

const ACTIONS: readonly Action[] = [
  { method: 'GET', route: 'search', may: ALL, ok: 200, other: 200, prepare: async () => ({ query: '?q=larch' }) },
  { method: 'GET', route: 'sites', may: ALL, ok: 200, other: 200, prepare: none },
  { method: 'POST', route: 'sites', may: WRITE, ok: 201, other: 201, prepare: async () => ({ body: siteBody() }) },
  { method: 'GET', route: 'sites/[id]', may: ALL, ok: 200, prepare: async () => ({ id: (await place()).siteId }) },
  {
    method: 'PUT',
    route: 'sites/[id]',
    may: WRITE,
    ok: 200,
    prepare: async () => ({ id: (await place()).siteId, body: siteBody(), version: 1 }),
  },
  { method: 'DELETE', route: 'sites/[id]', may: REMOVE, ok: 200, prepare: async () => ({ id: (await place()).siteId }) },
  { method: 'POST', route: 'sites/[id]/restore', may: REMOVE, ok: 200, prepare: async () => ({ id: (await place()).siteId }) },
  {
    method: 'POST',
    route: 'sites/[id]/supplies',
    may: WRITE,
    ok: 201,
    prepare: async () => ({ id: (await place()).siteId, body: supplyBody }),
  },
  {
    method: 'POST',
    route: 'sites/[id]/appliances',
    may: WRITE,
    ok: 201,
    prepare: async () => {
      const made = await place()
      return { id: made.siteId, body: { ...applianceBody(made.supplyId), cardVersion: made.cardVersion } }
    },
  },
  { method: 'GET', route: 'sites/[id]/contact', may: LEAD, ok: 200, prepare: async () => ({ id: (await place()).siteId }) },
  { method: 'DELETE', route: 'sites/[id]/contact', may: LEAD, ok: 204, prepare: async () => ({ id: (await place()).siteId }) },
  { method: 'GET', route: 'supplies/[id]', may: ALL, ok: 200, prepare: async () => ({ id: (await place()).supplyId }) },
  {
    method: 'PUT',
    route: 'supplies/[id]',
    may: WRITE,
    ok: 200,
    prepare: async () => ({ id: (await place()).supplyId, body: supplyBody, version: 1 }),
  },
  {
    method: 'DELETE',
    route: 'supplies/[id]',
    may: REMOVE,
    ok: 200,
    prepare: async () => {
      const { firmId, siteId } = await place()
      const id = uuidv7()
      await ownerDb.insert(gasSupply).values({ id, firmId, siteId, gas: 'propane', regulatorOwner: 'technician' })
      return { id }
    },
  },
  { method: 'POST', route: 'supplies/[id]/restore', may: REMOVE, ok: 200, prepare: async () => ({ id: (await place()).supplyId }) },
  { method: 'GET', route: 'appliances', may: ALL, ok: 200, other: 200, prepare: none },
  { method: 'GET', route: 'appliances/[id]', may: ALL, ok: 200, prepare: async () => ({ id: (await place()).applianceId }) },
  {
    method: 'PUT',
    route: 'appliances/[id]',
    may: WRITE,
    ok: 200,
    prepare: async () => {
      const made = await place()
      return { id: made.applianceId, version: 1, body: { ...applianceBody(made.supplyId), cardVersion: made.cardVersion } }
    },
  },
  { method: 'DELETE', route: 'appliances/[id]', may: REMOVE, ok: 200, prepare: async () => ({ id: (await place()).applianceId }) },
  { method: 'POST', route: 'appliances/[id]/restore', may: REMOVE, ok: 200, prepare: async () => ({ id: (await place()).applianceId }) },
  {
    method: 'POST',
    route: 'photos',
    may: WRITE,
    ok: 201,
    prepare: async () => ({ query: `?siteId=${(await place()).siteId}`, body: jpeg }),
  },
  { method: 'GET', route: 'photos/[id]', may: ALL, ok: 410, prepare: aPhoto },
  { method: 'DELETE', route: 'photos/[id]', may: REMOVE, ok: 204, prepare: aPhoto },
  { method: 'POST', route: 'photos/[id]/restore', may: REMOVE, ok: 204, prepare: aPhoto },
  {
    method: 'PUT',
    route: 'follow-ups/[id]',
    may: ['lead', 'technician'],
    ok: 204,
    prepare: async () => ({ ...(await aFollowUp()), body: { note: 'mended' } }),
  },
  { method: 'DELETE', route: 'follow-ups/[id]', may: ['lead', 'technician'], ok: 204, prepare: aFollowUp },
  { method: 'GET', route: 'people', may: ALL, ok: 200, other: 200, prepare: none },
  {
    method: 'POST',
    route: 'people/invitations',
    may: LEAD,
    ok: 201,
    other: 201,
    prepare: async () => ({
      body: { name: 'New', email: `${uuidv7()}@lucerna.example`, role: 'viewer', licenceNumber: null, licenceUntil: null },
    }),
  },
  { method: 'DELETE', route: 'people/invitations/[id]', may: LEAD, ok: 204, prepare: anInvitation },
  {
    method: 'PUT',
    route: 'people/[id]',
    may: LEAD,
    ok: 200,
    prepare: async () => ({ ...(await aMember()), version: 1, body: { role: 'planner', licenceNumber: null, licenceUntil: null } }),
  },
  { method: 'DELETE', route: 'people/[id]', may: LEAD, ok: 204, prepare: aMember },
  { method: 'POST', route: 'people/[id]/restore', may: LEAD, ok: 204, prepare: leftMember },
  { method: 'GET', route: 'people/[id]/data', may: LEAD, ok: 200, prepare: aMember },
  { method: 'DELETE', route: 'people/[id]/data', may: LEAD, ok: 204, prepare: leftMember },
  {
    method: 'GET',
    route: 'mail/[id]',
    may: LEAD,
    ok: 200,
    prepare: async () => ({ id: (await ownerDb.select().from(mail).where(eq(mail.firmId, people.lead.firmId)))[0]!.id }),
  },
  {
    method: 'PUT',
    route: 'me/preferences',
    may: ALL,
    ok: 204,
    other: 204,
    prepare: async () => ({ body: { units: 'practice', farViewTones: false } }),
  },
  // 422: let through to the field that is wrong.
  {
    method: 'PUT',
    route: 'me/passcode',
    may: ['lead', 'technician'],
    ok: 422,
    other: 422,
    prepare: async () => ({ body: { passcode: '1', password: 'x' } }),
  },
  { method: 'DELETE', route: 'me/sessions', may: ALL, ok: 200, other: 200, prepare: none },
  { method: 'DELETE', route: 'me/sessions/[id]', may: ALL, ok: 404, prepare: async () => ({ id: uuidv7() }) },
  {
    method: 'PUT',
    route: 'firm',
    may: LEAD,
    ok: 200,
    other: 412,
    prepare: async () => ({ body: { practiceId: 'metric-ratio' }, version: await firmVersion() }),
  },
  {
    method: 'POST',
    route: 'visits',
    may: PLAN,
    ok: 201,
    prepare: async () => {
      const made = await place()
      return { body: { siteId: made.siteId, applianceIds: [made.applianceId], jobKind: 'annual-service' } }
    },
  },
  {
    method: 'PATCH',
    route: 'visits/[id]',
    may: REMOVE,
    ok: 204,
    prepare: async () => ({ ...(await plannedVisit()), body: { plannedFor: now() } }),
  },
  { method: 'GET', route: 'visits/[id]', may: ALL, ok: 200, prepare: plannedVisit },
  { method: 'GET', route: 'visits/[id]/events', may: ALL, ok: 200, prepare: plannedVisit },
  { method: 'GET', route: 'visits/[id]/live', may: ALL, ok: 200, prepare: plannedVisit },
  {
    method: 'PUT',
    route: 'visits/[id]/photos/[photoId]',
    may: ['lead', 'technician', 'apprentice', 'lapsed'],
    ok: 201,
    prepare: async () => ({ params: { id: (await plannedVisit()).id, photoId: uuidv7() }, body: jpeg }),
  },
  {
    method: 'POST',
    route: 'visits/[id]/events',
    may: ['lead', 'technician', 'apprentice', 'lapsed'],
    ok: 200,
    prepare: async () => {
      const made = await newVisit(people.lead, '7 Quarry Row')
      return { id: made.visitId, body: { events: [started(made.visitId, made.applianceId)] } }
    },
  },
  ...exchangeActions(place, () => people.lead, uuidv7),
  {
    // Everybody may hold the device; who confirms proves it by passcode (wrong here).
    method: 'POST',
    route: 'visits/[id]/confirmations',
    may: ALL,
    ok: 422,
    other: 422,
    prepare: async () => ({ ...(await plannedVisit()), body: { confirmerId: 'x' } }),
  },
]

async function firmVersion(): Promise<number> {
  const { firm } = await import('@/db/schema')
  const rows = await ownerDb.select().from(firm)
  // The two firms must not stand at the same version here, so that the other firm's request meets 412.
  for (const row of rows) if (row.id !== people.lead.firmId) await ownerDb.update(firm).set({ version: 70 }).where(eq(firm.id, row.id))
  return rows.find((r) => r.id === people.lead.firmId)!.version
}

const WHO: readonly Who[] = ['lead', 'technician', 'apprentice', 'planner', 'viewer', 'lapsed', 'other', 'nobody']

describe.each(ACTIONS.map((a) => [`${a.method} ${a.route}`, a] as const))('%s', (_name, action) => {
  test.each(WHO)('by %s', async (who) => {
    const expected = who === 'nobody' ? 401 : who === 'other' ? (action.other ?? 404) : action.may.includes(who) ? action.ok : 403
    const answer = await send(who === 'nobody' ? null : people[who], action.method, action.route, await action.prepare())
    expect([answer.status, answer.text.slice(0, 300)]).toEqual([expected, expect.anything()])
    if (answer.status >= 400) {
      expect(answer.type).toBe('application/problem+json')
      expect(answer.text).not.toMatch(/ at \/|node_modules|select |insert into/)
    }
  })
})

test('no action is left out', () => {
  const routes = (dir: string): string[] =>
    readdirSync(dir, { withFileTypes: true }).flatMap((e) =>
      e.isDirectory() ? routes(path.join(dir, e.name)) : e.name === 'route.ts' ? [path.join(dir, e.name)] : [],
    )
  const exported = routes(HERE).flatMap((file) => {
    const route = path.relative(HERE, path.dirname(file))
    const source = readFileSync(file, 'utf8')
    const names = [...source.matchAll(/export const (?:\{([^}]+)\}|(\w+))/g)].flatMap(([, many, one]) =>
      many ? many.split(',').map((m) => m.trim()) : [one],
    )
    const again = [...source.matchAll(/export \{[^}]*?as (GET|POST|PUT|PATCH|DELETE)[^}]*\} from/g)].map((m) => m[1])
    return [...names, ...again].map((m) => `${m} ${route}`)
  })
  // The Workings keep nothing but one's own inputs; their own tests try them.
  const elsewhere = exported.filter((e) => / workings/.test(e))
  expect(elsewhere).toHaveLength(3)
  expect(exported.filter((e) => !elsewhere.includes(e)).sort()).toEqual(ACTIONS.map((a) => `${a.method} ${a.route}`).sort())
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
      ['POST', 'photos', { query: `?siteId=${mine.siteId}&applianceId=${theirs!.id}`, body: jpeg }, 404],
      ['POST', 'photos', { query: `?siteId=${theirs!.siteId}`, body: jpeg }, 404],
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

test('every action is in the API document', async () => {
  const { openApiDocument } = await import('@/app/api/openApi')
  const paths = openApiDocument().paths as Record<string, Record<string, unknown>>
  const missing = ACTIONS.filter((a) => !paths[`/api/v1/${a.route.replace(/\[(\w+)\]/g, '{$1}')}`]?.[a.method.toLowerCase()])
  expect(missing.map((a) => `${a.method} ${a.route}`)).toEqual([])
})
