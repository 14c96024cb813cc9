import { randomUUID } from 'node:crypto'
import { expect, test } from './test'
import { planAnother, signIn } from './technician'

const note = (visitId: string, text: string, more: object = {}) => ({
  id: randomUUID(),
  visitId,
  type: 'note.added',
  v: 1,
  at: new Date().toISOString(),
  deviceId: randomUUID(),
  deviceSeq: 0,
  data: { text },
  ...more,
})

test('health says so', async ({ request }) => {
  const response = await request.get('/api/health')
  expect(response.status()).toBe(200)
  expect(await response.json()).toMatchObject({
    status: 'ok',
    database: 'connected',
    version: expect.stringMatching(/^\d+\.\d+\.\d+$/),
  })
  // Every answer says what a browser may do with it.
  expect(response.headers()).toMatchObject({
    'content-security-policy': expect.stringContaining("'strict-dynamic'"),
    'cross-origin-opener-policy': 'same-origin',
    'x-content-type-options': 'nosniff',
  })
})

test('built files come as the build compressed them, and are kept; one that is gone is not there', async ({ request }) => {
  const [script] = /\/_next\/static\/[^"]+\.js/.exec(await (await request.get('/sign-in')).text())!
  const sent = await request.get(script, { headers: { 'accept-encoding': 'gzip, br' } })
  expect(sent.headers()).toMatchObject({
    'content-encoding': 'br',
    'cache-control': 'public,max-age=31536000,immutable',
    'x-content-type-options': 'nosniff',
    vary: 'Accept-Encoding',
  })
  const plain = await request.get(script, { headers: { 'accept-encoding': 'identity' } })
  expect(plain.headers()['content-encoding']).toBeUndefined()
  expect(await plain.text()).toBe(await sent.text())
  expect((await request.get('/_next/static/chunks/gone.js')).status()).toBe(404)
})

test('without a sign-in: 401 as problem+json', async ({ request }) => {
  for (const response of [
    await request.post(`/api/v1/visits/${randomUUID()}/events`, { data: { events: [] } }),
    await request.get(`/api/v1/visits/${randomUUID()}`),
    await request.post('/api/v1/visits', { data: {} }),
  ]) {
    expect(response.status()).toBe(401)
    expect(response.headers()['content-type']).toContain('application/problem+json')
    expect(await response.json()).toMatchObject({ status: 401, type: 'urn:lucerna:problem:not-signed-in' })
  }
})

test('the events endpoint: accepted, repeated, refused by index and field, too large, from elsewhere, another firm’s', async ({ page }) => {
  await signIn(page, 'Tobias')
  const visitId = await planAnother(page, '7 Quarry Row')
  const post = (data: unknown, headers: Record<string, string> = {}) =>
    page.request.post(`/api/v1/visits/${visitId}/events`, { data, headers })
  const known = (await (await page.request.get(`/api/v1/visits/${visitId}`)).json()) as {
    appliances: { id: string; card: { id: string; version: number }; steps: { id: string }[] }[]
    practice: { id: string; version: number }
  }
  const [appliance] = known.appliances
  const ids = appliance?.steps.map((s) => s.id) ?? []
  expect(ids.slice(0, 5)).toEqual(['make-safe', 'standing', 'working', 'differential.max', 'found.max'])
  expect(ids).toEqual(
    expect.arrayContaining(['isolate', 'condition', 'strip', 'sequence', 'gas-rate', 'flue.max', 'case-sweep', 'hand-over']),
  )
  expect(ids.at(-1)).toBe('finish')

  const start = note(visitId, '', {
    type: 'visit.started',
    data: {
      jobKind: 'annual-service',
      practice: known.practice,
      cards: [{ applianceId: appliance?.id, cardId: appliance?.card.id, version: appliance?.card.version }],
    },
  })
  const first = note(visitId, 'as posted')
  const ok = await post({ events: [start, first] })
  expect(ok.status()).toBe(200)
  expect(await ok.json()).toMatchObject({ lastSeq: 2, accepted: [{ seq: 1 }, { id: first.id, seq: 2 }] })
  expect(await (await post({ events: [first] })).json()).toMatchObject({ lastSeq: 2, accepted: [{ seq: 2 }] })

  const other = await post({ events: [note(visitId, 'fine'), { ...first, data: { text: 'changed' } }] })
  expect(other.status()).toBe(409)
  expect(await other.json()).toMatchObject({ errors: [{ index: 1, path: 'events[1].id' }] })

  const wrong = await post({ events: [note(visitId, 'fine'), note(visitId, 'x', { type: 'reading.imagined' })] })
  expect(wrong.status()).toBe(422)
  expect(await wrong.json()).toMatchObject({ status: 422, errors: [{ index: 1, path: 'events[1].type' }] })

  expect(
    (
      await page.request.post(`/api/v1/visits/${visitId}/events`, {
        data: Buffer.from('{"events": ['),
        headers: { 'content-type': 'application/json' },
      })
    ).status(),
  ).toBe(400)
  expect((await post({ events: [note(visitId, 'x'.repeat(10_000_000))] })).status()).toBe(413)
  expect((await post({ events: [first] }, { origin: 'https://elsewhere.example' })).status()).toBe(403)
  expect((await page.request.get('/api/v1/visits/not-an-id')).status()).toBe(404)

  const log = (await (await page.request.get(`/api/v1/visits/${visitId}/events?after=1`)).json()) as { events: unknown[] }
  expect(log.events).toHaveLength(1)

  await page.context().clearCookies()
  await signIn(page, 'Wim')
  expect((await post({ events: [note(visitId, 'hello')] })).status()).toBe(404)
  expect((await page.request.get(`/api/v1/visits/${visitId}`)).status()).toBe(404)
  expect((await page.request.get(`/api/v1/visits/${visitId}/events`)).status()).toBe(404)
})
