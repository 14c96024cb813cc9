import { and, eq, inArray } from 'drizzle-orm'
import { v7 as uuidv7 } from 'uuid'
import { appliance, auditEntry, firm, importJob, invitation, lockoutNote, mail, membership, site, user } from '@/db/schema'
import type { Actor } from '@/server/actor'
import { actorNamed, appDb, closeAll, inside, ownerDb, signInDb } from '@/test/world'
import { retentionOf, setRetention, sweep, sweepAll, wouldGo } from './retention'

let ruben: Actor
const NOW = '2031-06-15T12:00:00.000Z'
const NONE = { letters: null, invitations: null, imports: null, notes: null, contacts: null, people: null }
/** Made in another time, so that nothing of other tests is near. */
const OLD = '2031-02-01T00:00:00.000Z'
const YOUNG = '2031-05-01T00:00:00.000Z'
const ids = Object.fromEntries(['old', 'young', 'new'].map((k) => [k, uuidv7()])) as Record<'old' | 'young' | 'new', string>

beforeAll(async () => {
  ruben = await actorNamed('Ruben Calder')
  const { firmId, userId } = ruben
  const [unit] = await ownerDb.select().from(appliance).where(eq(appliance.firmId, firmId)).limit(1)
  const [place] = await ownerDb.select().from(site).where(eq(site.firmId, firmId)).limit(1)
  for (const [key, at] of [
    ['old', OLD],
    ['young', YOUNG],
  ] as const) {
    const id = ids[key]
    await ownerDb
      .insert(mail)
      .values({ id, firmId, kind: 'test', toName: 'x', toAddress: 'x@x.example', subject: 'x', body: 'x', createdAt: at })
    await ownerDb.insert(invitation).values({
      id,
      firmId,
      email: `${id}@x.example`,
      name: 'x',
      role: 'viewer',
      secretHash: id,
      invitedBy: userId,
      createdAt: at,
      expiresAt: at,
      revokedAt: at,
    })
    await ownerDb
      .insert(importJob)
      .values({ id, firmId, kind: 'sites', fileName: 'x', state: 'done', createdAt: at, updatedAt: at, createdBy: userId })
    await ownerDb.insert(lockoutNote).values({ id, firmId, applianceId: unit!.id, happenedAt: at, toldAt: at, state: 'dismissed' })
    await ownerDb.insert(site).values({ ...place!, id, name: id, contact: 'Somebody', contactErasedAt: null, deletedAt: at })
    await ownerDb.insert(user).values({ id, name: 'Left', email: `${id}@lucerna.example` })
    await ownerDb.insert(membership).values({ id, firmId, userId: id, role: 'viewer', leftAt: at })
  }
  // Old, but nobody has looked at it yet.
  await ownerDb.insert(lockoutNote).values({ id: ids.new, firmId, applianceId: unit!.id, happenedAt: OLD, toldAt: OLD, state: 'new' })
})
afterAll(closeAll)

const left = async () => ({
  letters: (
    await ownerDb
      .select({ id: mail.id })
      .from(mail)
      .where(inArray(mail.id, Object.values(ids)))
  ).map((r) => r.id),
  invitations: (
    await ownerDb
      .select({ id: invitation.id })
      .from(invitation)
      .where(inArray(invitation.id, Object.values(ids)))
  ).map((r) => r.id),
  imports: (
    await ownerDb
      .select({ id: importJob.id })
      .from(importJob)
      .where(inArray(importJob.id, Object.values(ids)))
  ).map((r) => r.id),
  notes: (
    await ownerDb
      .select({ id: lockoutNote.id })
      .from(lockoutNote)
      .where(inArray(lockoutNote.id, Object.values(ids)))
  )
    .map((r) => r.id)
    .sort(),
})

test('what would go is told before anything does, by kind and period; nothing goes without one', async () => {
  const ask = (periods: object) => inside(ruben, (tx) => wouldGo(tx, ruben.firmId, { ...NONE, ...periods }, NOW))
  expect(await ask({})).toEqual({ letters: 0, invitations: 0, imports: 0, notes: 0, contacts: 0, people: 0 })
  const three = await ask({ letters: 3, invitations: 3, imports: 3, notes: 3, contacts: 3, people: 3 })
  const one = await ask({ letters: 1, invitations: 1, imports: 1, notes: 1, contacts: 1, people: 1 })
  for (const kind of ['letters', 'invitations', 'imports', 'notes', 'contacts', 'people'] as const)
    expect([kind, one[kind] - three[kind]]).toEqual([kind, 1])
  expect(await left()).toMatchObject({ letters: [ids.old, ids.young] })
})

test('set by a lead with a version, run once a day in their name, written down; what is at work or young stays', async () => {
  const { version, periods } = await inside(ruben, (tx) => retentionOf(tx, ruben.firmId))
  expect(periods).toEqual(NONE)
  const three = { letters: 3, invitations: 3, imports: 3, notes: 3, contacts: 3, people: 3 }
  const set = (p: typeof three | typeof NONE, v: number) => inside(ruben, (tx) => setRetention(tx, ruben, p, v, NOW))
  await expect(set(three, version - 1)).rejects.toMatchObject({ status: 412 })
  // In a transaction that is taken back where it would reach beyond this test: the firm is shared.
  await inside(ruben, async (tx) => {
    const next = await setRetention(tx, ruben, three, version, NOW)
    const gone = await sweep(tx, ruben, NOW)
    for (const n of Object.values(gone)) expect(n).toBeGreaterThan(0)
    const seen = async (table: typeof mail | typeof lockoutNote) =>
      (
        await tx
          .select({ id: table.id })
          .from(table)
          .where(inArray(table.id, Object.values(ids)))
      )
        .map((r) => r.id)
        .sort()
    expect(await seen(mail)).toEqual([ids.young])
    expect(await seen(lockoutNote)).toEqual([ids.young, ids.new].sort())
    expect(await tx.select({ contact: site.contact }).from(site).where(eq(site.id, ids.old))).toEqual([{ contact: null }])
    const [person] = await tx.select().from(user).where(eq(user.id, ids.old))
    expect(person).toMatchObject({ email: `${ids.old}@erased.invalid` })
    const deeds = await tx
      .select()
      .from(auditEntry)
      .where(and(eq(auditEntry.firmId, ruben.firmId), eq(auditEntry.action, 'swept')))
    expect(deeds.at(-1)!.changes.map((c) => c.field)).toEqual(['letters', 'invitations', 'imports', 'notes', 'contacts', 'people'])
    // A second time there is nothing left.
    expect(Object.values(await sweep(tx, ruben, NOW)).every((n) => n === 0)).toBe(true)
    expect(next).toBe(version + 1)
    throw new Error('taken back')
  }).catch((error: Error) => {
    if (error.message !== 'taken back') throw error
  })
})

test('who sweeps is found by the database, once a day', async () => {
  expect(await sweepAll(signInDb, appDb)).toBe(0)
  // Periods so long that nothing goes.
  await ownerDb
    .update(firm)
    .set({ retention: { ...NONE, letters: 240, by: ruben.userId } })
    .where(eq(firm.id, ruben.firmId))
  expect(await sweepAll(signInDb, appDb)).toBe(1)
  expect(await sweepAll(signInDb, appDb)).toBe(0)
  await ownerDb.update(firm).set({ retention: null, sweptAt: null }).where(eq(firm.id, ruben.firmId))
})
