import { and, eq, sql } from 'drizzle-orm'
import { v7 as uuidv7 } from 'uuid'
import { visitDevice } from '@/db/schema'
import { visitStream } from '@/features/visit/server/live'
import { actorNamed, closeAll, event, inside, newVisit, post, started } from '@/test/world'
import type { Actor } from './actorOf'
import { dispatch, subscribe } from './live'

let tobias: Actor
let ruben: Actor
const ends: AbortController[] = []
beforeAll(async () => {
  ;[tobias, ruben] = (await Promise.all(['Tobias Achterberg', 'Ruben Calder'].map(actorNamed))) as [Actor, Actor]
})
afterAll(async () => {
  for (const end of ends) end.abort()
  await new Promise((resolve) => setTimeout(resolve, 100))
  await closeAll()
})

/** What a stream has said so far, growing. */
async function listen(actor: Actor, visitId: string, deviceId: string | null) {
  const end = new AbortController()
  ends.push(end)
  const stream = await visitStream(actor, visitId, deviceId, end.signal)
  const said: string[] = []
  const reader = stream.getReader() as ReadableStreamDefaultReader<Uint8Array>
  void (async () => {
    for (;;) {
      const { done, value } = await reader.read()
      if (done) return
      said.push(new TextDecoder().decode(value))
    }
  })()
  const until = async (wanted: RegExp) => {
    for (let i = 0; i < 200 && !wanted.test(said.join('')); i++) await new Promise((resolve) => setTimeout(resolve, 25))
    expect(said.join('')).toMatch(wanted)
  }
  return { said, until, end }
}

test('a subscriber hears its own subject until it leaves, and nothing that is not said so', () => {
  const heard: string[] = []
  const leave = subscribe('v1', (kind) => heard.push(kind))
  dispatch('log v1')
  dispatch('devices v1')
  dispatch('log v2')
  dispatch('nonsense v1')
  dispatch('')
  leave()
  dispatch('log v1')
  expect(heard.filter((k) => k !== 'look')).toEqual(['log', 'devices'])
})

test('what one device records, the stream of another says: by number, not by content', async () => {
  const { visitId, applianceId } = await newVisit(tobias, '7 Quarry Row')
  const one = await listen(tobias, visitId, uuidv7())
  await one.until(/event: log\ndata: \{"seq":0\}/)
  await post(tobias, visitId, [started(visitId, applianceId), event(visitId, 'note.added', { text: 'A secret remark' })])
  await one.until(/"seq":2\}/)
  expect(one.said.join('')).not.toContain('secret')
})

test('a second device counts, and counts no longer when it has gone', async () => {
  const { visitId } = await newVisit(tobias, '7 Quarry Row')
  const one = await listen(tobias, visitId, uuidv7())
  await one.until(/"count":1\}/)
  const two = await listen(tobias, visitId, uuidv7())
  await one.until(/"count":2\}/)
  two.end.abort()
  await one.until(/"count":2\}[\s\S]*"count":1\}/)
})

test('a device that gave no sign of life for a minute counts no longer', async () => {
  const { visitId } = await newVisit(tobias, '7 Quarry Row')
  const ghost = uuidv7()
  await inside(tobias, (tx) =>
    tx.insert(visitDevice).values({ firmId: tobias.firmId, visitId, deviceId: ghost, seenAt: new Date(Date.now() - 90_000).toISOString() }),
  )
  const one = await listen(tobias, visitId, uuidv7())
  await one.until(/"count":1\}/)
  const left = await inside(tobias, (tx) =>
    tx
      .select()
      .from(visitDevice)
      .where(and(eq(visitDevice.firmId, tobias.firmId), eq(visitDevice.deviceId, ghost))),
  )
  expect(left).toEqual([])
})

test('another firm’s visit has no stream, and its transaction sees no device of it', async () => {
  const { visitId } = await newVisit(tobias, '7 Quarry Row')
  await expect(visitStream(ruben, visitId, null, new AbortController().signal)).rejects.toMatchObject({ status: 404 })
  const [row] = await inside(ruben, (tx) =>
    tx.execute<{ n: number }>(sql`select count(*)::int as n from visit_device where visit_id = ${visitId}`),
  )
  expect(row?.n).toBe(0)
})
