import { desc, eq } from 'drizzle-orm'
import { v7 as uuidv7 } from 'uuid'
import { mail, user } from '@/db/schema'
import { type Actor } from '@/server/actorOf'
import { parseFields } from '@/server/fields'
import type { ApiProblem } from '@/server/problem'
import { actorNamed, appDb, inside, ownerDb } from '@/test/world'
import { invite, join } from './invitations'
import { invitationSchema } from '../schemas'

/** The people that the tests of this feature go by, and how they make more of them. */

export let maren: Actor
export let tobias: Actor
export let ilse: Actor
export let ruben: Actor
export async function meetPeople(): Promise<void> {
  ;[maren, tobias, ilse, ruben] = (await Promise.all(
    ['Maren Ostby', 'Tobias Achterberg', 'Ilse Fontane', 'Ruben Calder'].map(actorNamed),
  )) as [Actor, Actor, Actor, Actor]
}

export const now = () => new Date().toISOString()
export const later = (days: number) => new Date(Date.now() + days * 86_400_000).toISOString()
export const refused = async (work: Promise<unknown>): Promise<ApiProblem> =>
  work.then(
    () => Promise.reject(new Error('accepted')),
    (e: unknown) => e as ApiProblem,
  )
export const fieldsOf = (problem: ApiProblem) => Object.fromEntries(problem.errors.map((e) => [e.path, e.message]))

export const someone = (more: object = {}) => ({
  name: 'Jonas Brandt',
  email: `jonas.${uuidv7()}@lucerna.example`,
  role: 'technician',
  licenceNumber: 'HM-2001',
  licenceUntil: later(300).slice(0, 10),
  ...more,
})
/** Invites and answers with the token of the letter. */
export async function invited(fields = someone(), actor = maren): Promise<{ id: string; token: string; email: string }> {
  const id = await inside(actor, (tx) => invite(tx, actor, parseFields(invitationSchema, fields), now()))
  const [letter] = await ownerDb.select().from(mail).where(eq(mail.toAddress, fields.email)).orderBy(desc(mail.id))
  return { id, token: /join\/(\S+)/.exec(letter!.body)![1]!, email: fields.email }
}
export const PASSWORD = 'a lamp in the dark'
export const joined = async (fields = someone()) => {
  const { token, email } = await invited(fields)
  await join(token, { password: PASSWORD }, now(), appDb)
  const [row] = await ownerDb.select().from(user).where(eq(user.email, email))
  return { userId: row!.id, email, token }
}
