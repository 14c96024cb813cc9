import { eq, sql } from 'drizzle-orm'
import { v7 as uuidv7 } from 'uuid'
import { membership, user } from '@/db/schema'
import { resetSecondFactor } from '@/features/people/server/members'
import { oneTimeCode } from '@/test/oneTimeCode'
import { actorNamed, closeAll, inside, ownerDb, signInDb } from '@/test/world'
import { type Actor, actorOf } from '@/server/actorOf'
import { knewItsHolder } from '@/server/signInChanges'
import { ownSignIn } from './ownSignIn'

let maren: Actor
beforeAll(async () => {
  maren = await actorNamed('Maren Ostby')
})
afterAll(closeAll)
const now = () => new Date().toISOString()
const aMember = async () => {
  const id = uuidv7()
  await ownerDb.insert(user).values({ id, name: 'Somebody', email: `${id}@lucerna.example` })
  await ownerDb.insert(membership).values({ id: uuidv7(), firmId: maren.firmId, userId: id, role: 'viewer' })
  return { id }
}

test('the code of an authenticator is that of RFC 6238', () => {
  // Appendix B: the secret "12345678901234567890", at 59 s and 1 111 111 109 s; the last six of eight digits.
  const key = 'GEZDGNBVGY3TQOJQGEZDGNBVGY3TQOJQ'
  expect(oneTimeCode(key, 59_000)).toBe('287082')
  expect(oneTimeCode(key, 1_111_111_109_000)).toBe('081804')
})

test('a passkey that did not ask who holds it is none', () => {
  const body = (flags: number) => ({
    response: { response: { authenticatorData: Buffer.from([...new Uint8Array(32), flags, 0, 0, 0, 0]).toString('base64url') } },
  })
  // User present 1, user verified 4, both 5.
  expect([0, 1, 4, 5].map((flags) => knewItsHolder(body(flags)))).toEqual([false, false, true, true])
  for (const wrong of [
    null,
    {},
    { response: {} },
    { response: { response: { authenticatorData: 5 } } },
    { response: { response: { authenticatorData: '' } } },
  ])
    expect(knewItsHolder(wrong)).toBe(false)
})

describe('a firm that asks everybody for it', () => {
  const due = async (userId: string) => (await actorOf(userId, now(), signInDb))!.secondFactorDue
  test('holds up who has none, and nobody else', async () => {
    const { id } = await aMember()
    expect(await due(id)).toBe(false)
    // Seen in a transaction that is taken back: other tests work in this firm.
    await ownerDb
      .transaction(async (tx) => {
        const asked = async () =>
          (await tx.execute<{ due: boolean }>(sql`select second_factor_due as due from acting_person(${id}, null)`))[0]!.due
        await tx.execute(sql`update firm set second_factor = true where id = ${maren.firmId}`)
        expect(await asked()).toBe(true)
        await tx.update(user).set({ twoFactorEnabled: true }).where(eq(user.id, id))
        expect(await asked()).toBe(false)
        throw new Error('taken back')
      })
      .catch((error: Error) => expect(error.message).toBe('taken back'))
  })

  test('a lead takes it off somebody who lost it, who is told and signed out; not off people of other firms', async () => {
    const { id } = await aMember()
    const reset = (of: string) => inside(maren, (tx) => resetSecondFactor(tx, maren, of, now()))
    await expect(reset(id)).rejects.toMatchObject({ status: 409 })
    await ownerDb.update(user).set({ twoFactorEnabled: true }).where(eq(user.id, id))
    expect((await ownSignIn(id, signInDb)).secondFactor).toBe(true)
    await reset(id)
    expect(await ownSignIn(id, signInDb)).toEqual({ secondFactor: false, passkeys: [] })
    const ruben = await actorNamed('Ruben Calder')
    await expect(reset(ruben.userId)).rejects.toMatchObject({ status: 404 })
    // Somebody who left is nobody's to reset.
    await ownerDb.update(user).set({ twoFactorEnabled: true }).where(eq(user.id, id))
    await ownerDb.update(membership).set({ leftAt: now() }).where(eq(membership.userId, id))
    await expect(reset(id)).rejects.toMatchObject({ status: 409 })
  })
})
