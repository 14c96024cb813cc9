import { eq } from 'drizzle-orm'
import sharp from 'sharp'
import { v7 as uuidv7 } from 'uuid'
import { lockoutNote, publicLink } from '@/db/schema'
import { revokeLink, standingLink } from '@/features/label/links'
import { appliancePage } from '@/features/places/server/pages'
import { loadVisit } from '@/features/visit/server/load'
import type { Actor } from '@/server/actorOf'
import { actorNamed, appDb, closeAll, inside, newVisit, ownerDb } from '@/test/world'
import { tellSchema } from './schemas'
import { lidOf, newNotes, notePicture, reviewNote, tellLockout } from './server/notes'

let maren: Actor
let ruben: Actor
let applianceId: string
let visitId: string
beforeAll(async () => {
  ;[maren, ruben] = (await Promise.all(['Maren Ostby', 'Ruben Calder'].map(actorNamed))) as [Actor, Actor]
  ;({ applianceId, visitId } = await newVisit(maren, '7 Quarry Row'))
})
afterAll(closeAll)
beforeEach(async () => {
  await ownerDb.delete(lockoutNote).where(eq(lockoutNote.applianceId, applianceId))
})

const now = () => new Date().toISOString()
const from = () => ({ source: uuidv7(), now: now() })
/** A label of its own: tries are counted by it. */
async function label(): Promise<string> {
  await ownerDb.update(publicLink).set({ revokedAt: now() }).where(eq(publicLink.subjectId, applianceId))
  return inside(maren, (tx) => standingLink(tx, maren, applianceId, now()))
}
const told = tellSchema.parse({ service: 'hot-water', at: null, code: ' L4 ' })
const notes = async () => (await appliancePage(maren, applianceId))!.lockOuts

test('by the code on the lid, without a sign-in: seen at the appliance and on Today, offered to the next visit, and only there', async () => {
  const token = await label()
  expect(await lidOf(token, appDb)).toMatchObject({ firmName: 'Hollowmere Heat', applianceId, timeZone: 'Europe/Zurich' })
  const picture = await sharp({ create: { width: 80, height: 60, channels: 3, background: '#456' } })
    .jpeg()
    .toBuffer()
  await tellLockout(token, told, picture, from(), appDb)
  const [note] = await notes()
  expect(note).toMatchObject({ service: 'hot-water', code: 'L4', hasPicture: true, state: 'new' })
  const waiting = await inside(maren, (tx) => newNotes(tx, maren.firmId))
  expect(waiting.filter((n) => n.applianceId === applianceId)).toMatchObject([{ count: 1 }])
  expect((await inside(ruben, (tx) => newNotes(tx, ruben.firmId))).filter((n) => n.applianceId === applianceId)).toEqual([])
  const frame = await inside(maren, (tx) => loadVisit(tx, maren.firmId, visitId))
  expect(frame.context.appliances[0]!.lockOuts).toMatchObject([{ id: note!.id, service: 'hot-water', code: 'L4' }])
  expect((await inside(maren, (tx) => notePicture(tx, maren, note!.id))).subarray(0, 2)).toEqual(Buffer.from([0xff, 0xd8]))
  await expect(inside(ruben, (tx) => notePicture(tx, ruben, note!.id))).rejects.toMatchObject({ status: 404 })
  await expect(inside(ruben, (tx) => reviewNote(tx, ruben, note!.id, 'taken', now()))).rejects.toMatchObject({ status: 404 })
  await inside(maren, (tx) => reviewNote(tx, maren, note!.id, 'taken', now()))
  expect((await inside(maren, (tx) => newNotes(tx, maren.firmId))).filter((n) => n.applianceId === applianceId)).toEqual([])
  await inside(maren, (tx) => reviewNote(tx, maren, note!.id, 'dismissed', now()))
  expect(await notes()).toEqual([])
})

test('an earlier time is by the clock of the site; one that cannot be is refused', async () => {
  const token = await label()
  const day = new Date(Date.now() - 3 * 86_400_000).toISOString().slice(0, 10)
  await tellLockout(token, { ...told, at: `${day}T06:30` }, null, from(), appDb)
  const [note] = await notes()
  expect(new Intl.DateTimeFormat('en-GB', { timeZone: 'Europe/Zurich', timeStyle: 'short' }).format(new Date(note!.happenedAt))).toBe(
    '06:30',
  )
  for (const at of ['2020-01-01T06:30', '2090-01-01T06:30'])
    await expect(tellLockout(token, { ...told, at }, null, from(), appDb)).rejects.toMatchObject({ status: 422 })
  expect(tellSchema.safeParse({ service: null, at: 'yesterday', code: '' }).success).toBe(false)
})

test('a label takes some notes an hour, a revoked or made-up one none', async () => {
  const token = await label()
  for (let i = 0; i < 6; i++) await tellLockout(token, told, null, from(), appDb)
  await expect(tellLockout(token, told, null, from(), appDb)).rejects.toMatchObject({ status: 429 })
  // Nothing is decoded for who may not tell.
  await expect(tellLockout(token, told, Buffer.from('no picture'), from(), appDb)).rejects.toMatchObject({ status: 429 })
  expect(await notes()).toHaveLength(6)
  await inside(maren, (tx) => revokeLink(tx, maren, token, now()))
  for (const wrong of [token, 'x'.repeat(22), '', '../today']) {
    expect(await lidOf(wrong, appDb)).toBeNull()
    await expect(tellLockout(wrong, told, null, from(), appDb)).rejects.toMatchObject({ status: 404 })
  }
})
