import { and, desc, eq, inArray } from 'drizzle-orm'
import { hashPassword, verifyPassword } from 'better-auth/crypto'
import { v7 as uuidv7 } from 'uuid'
import { account, invitation, mail, membership, rateLimit, session, user, verification } from '@/db/schema'
import { invite } from '@/features/people/server/invitations'
import type { Actor } from '@/server/actorOf'
import { forgetOldTries } from '@/server/attempts'
import { SESSION_COOKIE } from '@/server/sessionCookie'
import { actorNamed, closeAll, inside, ownerDb, signInDb } from '@/test/world'
import { signOutAction } from '@/features/frame/signOut'
import { demoSignInAction, signInAction } from './actions'
import { type DoorState, forgotAction, joinAction, resetAction } from './doorActions'

/** What a request brings and what it leaves with, as Next.js keeps them. */
const request = { headers: new Headers(), cookies: new Map<string, string>() }
jest.mock('next/headers', () => ({
  headers: () => Promise.resolve(request.headers),
  cookies: () =>
    Promise.resolve({
      get: (name: string) => (request.cookies.has(name) ? { name, value: request.cookies.get(name) } : undefined),
      set: (name: string, value: string) => void (value ? request.cookies.set(name, value) : request.cookies.delete(name)),
      delete: (name: string) => void request.cookies.delete(name),
    }),
}))
class Redirected extends Error {}
jest.mock('next/navigation', () => ({
  redirect: (to: string) => {
    throw new Redirected(to)
  },
}))

const PASSWORD = 'a lamp in the dark'
let maren: Actor
beforeAll(async () => {
  process.env.LUCERNA_FRONT = '1'
  maren = await actorNamed('Maren Ostby')
})
afterAll(() => {
  delete process.env.LUCERNA_FRONT
  return closeAll()
})
beforeEach(() => {
  // The library writes down every wrong try.
  jest.spyOn(console, 'warn').mockImplementation(() => undefined)
  jest.spyOn(console, 'error').mockImplementation(() => undefined)
  // Another place for each test: tries are counted by where they come from.
  request.headers = new Headers({ host: '127.0.0.1', 'x-lucerna-source': `127.${uuidv7()}`, 'user-agent': 'Test' })
  request.cookies.clear()
})

/** Somebody of the firm with a password of their own. */
async function somebody({ left = false, password = PASSWORD } = {}): Promise<{ id: string; email: string }> {
  const id = uuidv7()
  const email = `${id}@lucerna.example`
  await ownerDb.insert(user).values({ id, name: 'Somebody', email, emailVerified: true })
  await ownerDb
    .insert(account)
    .values({ id: uuidv7(), accountId: id, providerId: 'credential', userId: id, password: await hashPassword(password) })
  await ownerDb
    .insert(membership)
    .values({ id: uuidv7(), firmId: maren.firmId, userId: id, role: 'viewer', leftAt: left ? new Date().toISOString() : null })
  return { id, email }
}
const form = (fields: Record<string, string>): FormData => {
  const data = new FormData()
  for (const [name, value] of Object.entries(fields)) data.set(name, value)
  return data
}
/** Where an action leads, or what it says when it stays. */
const outcome = <T>(work: Promise<T>): Promise<T | string> =>
  work.catch((error: unknown) => {
    if (error instanceof Redirected) return error.message
    throw error
  })
const signIn = (fields: Record<string, string>) => outcome(signInAction({ error: null, email: '' }, form(fields)))
const START: DoorState = { error: null, done: false }
const sessionsOf = async (userId: string) => (await ownerDb.select().from(session).where(eq(session.userId, userId))).length

describe('signing in', () => {
  test('by address and password leads to the day, and leaves a session and its cookie', async () => {
    const { id, email } = await somebody()
    expect(await signIn({ email, password: PASSWORD })).toBe('/today')
    expect(await sessionsOf(id)).toBe(1)
    expect([...request.cookies.keys()].some((name) => name.endsWith(SESSION_COOKIE))).toBe(true)
  })

  test('the address may have spaces around it and other letters', async () => {
    const { email } = await somebody()
    expect(await signIn({ email: email.toUpperCase(), password: PASSWORD })).toBe('/today')
  })

  test('goes back to where one came from, but never elsewhere', async () => {
    const { email } = await somebody()
    expect(await signIn({ email, password: PASSWORD, next: '/visits/1?step=2' })).toBe('/visits/1?step=2')
    for (const next of ['https://elsewhere.example', '//elsewhere.example', '/\\elsewhere.example', 'javascript:alert(1)'])
      expect(await signIn({ email, password: PASSWORD, next })).toBe('/today')
  })

  test.each([
    ['a wrong password', { password: 'not this one' }, 'sign-in.wrong'],
    ['no password', { password: '' }, 'sign-in.no-password'],
    ['no address', { email: 'somebody' }, 'sign-in.bad-address'],
    ['an address that nobody has', { email: 'nobody@lucerna.example' }, 'sign-in.wrong'],
  ])('%s stays, keeps the address and says what is wrong', async (_what, wrong, error) => {
    const { id, email } = await somebody()
    const fields = { email, password: PASSWORD, ...wrong }
    expect(await signIn(fields)).toEqual({ error, email: fields.email })
    expect(await sessionsOf(id)).toBe(0)
  })

  test('whoever left the firm is told so, and no session stays', async () => {
    const { id, email } = await somebody({ left: true })
    expect(await signIn({ email, password: PASSWORD })).toEqual({ error: 'sign-in.no-firm', email })
    expect(await sessionsOf(id)).toBe(0)
  })

  test('too many wrong tries close the address for a while, even with the right password', async () => {
    const { email } = await somebody()
    const said = new Set<string>()
    for (let i = 0; i < 25 && !said.has('sign-in.too-many'); i++) {
      // What a client says of where it comes from is not believed.
      request.headers.set('x-forwarded-for', uuidv7())
      said.add(((await signIn({ email, password: 'wrong' })) as { error: string }).error)
    }
    expect(said).toEqual(new Set(['sign-in.wrong', 'sign-in.too-many']))
    expect(await signIn({ email, password: PASSWORD })).toMatchObject({ error: 'sign-in.too-many' })
    // The right person is told, once, and signs in from anywhere else.
    const letters = await ownerDb.select({ kind: mail.kind }).from(mail).where(eq(mail.toAddress, email))
    expect(letters).toEqual([{ kind: 'sign-in-tries' }])
    request.headers.set('x-lucerna-source', '203.0.113.7')
    expect(await signIn({ email, password: PASSWORD })).toBe('/today')
  })

  test('a source that tries many accounts is stopped, whatever it says of itself', async () => {
    const source = request.headers.get('x-lucerna-source')!
    await ownerDb.insert(rateLimit).values({ id: uuidv7(), key: `sign-in-from:${source}`, count: 58, lastRequest: Date.now() })
    const said: string[] = []
    for (let i = 0; i < 3; i++) {
      request.headers.set('x-forwarded-for', uuidv7())
      said.push(((await signIn({ email: `nobody-${i}@lucerna.example`, password: 'wrong' })) as { error: string }).error)
    }
    expect(said).toEqual(['sign-in.wrong', 'sign-in.wrong', 'sign-in.too-many'])
  })

  test('counts of tries whose time is over are let go of', async () => {
    const count = (daysAgo: number) => ({ id: uuidv7(), key: uuidv7(), count: 3, lastRequest: Date.now() - daysAgo * 86_400_000 })
    const [old, fresh] = [count(3), count(1)] as const
    await ownerDb.insert(rateLimit).values([old, fresh])
    await forgetOldTries(Date.now(), signInDb)
    const left = await ownerDb
      .select({ id: rateLimit.id })
      .from(rateLimit)
      .where(inArray(rateLimit.id, [old.id, fresh.id]))
    expect(left).toEqual([{ id: fresh.id }])
  })

  test('signing out ends the session here and leads to the door', async () => {
    const { id, email } = await somebody()
    await signIn({ email, password: PASSWORD })
    request.headers.set('cookie', [...request.cookies].map(([name, value]) => `${name}=${value}`).join('; '))
    expect(await outcome(signOutAction())).toBe('/sign-in')
    expect(await sessionsOf(id)).toBe(0)
  })

  test('one click is the demo’s, and only from this machine', async () => {
    expect(await outcome(demoSignInAction(form({ person: 'tobias', next: '/sites' })))).toBe('/sites')
    expect(await outcome(demoSignInAction(form({ person: 'nobody' })))).toBe('/sign-in')
    request.headers.set('host', 'lucerna.example')
    expect(await outcome(demoSignInAction(form({ person: 'tobias' })))).toBe('/sign-in')
    // Somebody on the network may write any host.
    request.headers.set('host', 'localhost')
    request.headers.set('x-lucerna-source', '192.168.1.20')
    expect(await outcome(demoSignInAction(form({ person: 'tobias' })))).toBe('/sign-in')
  })
})

describe('taking up an invitation', () => {
  const invited = async () => {
    const email = `${uuidv7()}@lucerna.example`
    const fields = { name: 'New Person', email, role: 'viewer' as const, licenceNumber: null, licenceUntil: null }
    await inside(maren, (tx) => invite(tx, maren, fields, new Date().toISOString()))
    const [letter] = await ownerDb.select().from(mail).where(eq(mail.toAddress, email)).orderBy(desc(mail.id))
    return { email, token: /join\/(\S+)/.exec(letter!.body)![1]! }
  }
  const join = (fields: Record<string, string>) => outcome(joinAction(START, form(fields)))

  test('makes the account, signs in and leads to the day; the link works once', async () => {
    const { email, token } = await invited()
    expect(await join({ token, password: PASSWORD, again: PASSWORD })).toBe('/today')
    const [made] = await ownerDb.select().from(user).where(eq(user.email, email))
    expect(await sessionsOf(made!.id)).toBe(1)
    expect(await join({ token, password: PASSWORD, again: PASSWORD })).toMatchObject({ done: false, error: expect.stringMatching(/used/i) })
  })

  test.each([
    ['two that differ', { password: PASSWORD, again: 'another lamp' }, /differ|same|match/i],
    ['one that is short', { password: 'short', again: 'short' }, /10|characters/],
    ['none', { password: '', again: '' }, /10|characters/],
    ['one that everybody tries first', { password: 'aaaaaaaaaa', again: 'aaaaaaaaaa' }, /easy to guess/],
  ])('%s: stays, says why, and the link still works', async (_what, passwords, words) => {
    const { token } = await invited()
    expect(await join({ token, ...passwords })).toMatchObject({ done: false, error: expect.stringMatching(words) })
    expect(await join({ token, password: PASSWORD, again: PASSWORD })).toBe('/today')
  })

  test('a link that was made up, or taken back, opens nothing', async () => {
    expect(await join({ token: `${maren.firmId}.made-up`, password: PASSWORD, again: PASSWORD })).toMatchObject({ done: false })
    const { email, token } = await invited()
    await ownerDb.update(invitation).set({ revokedAt: new Date().toISOString() }).where(eq(invitation.email, email))
    expect(await join({ token, password: PASSWORD, again: PASSWORD })).toMatchObject({ done: false, error: expect.any(String) })
    expect(await ownerDb.select().from(user).where(eq(user.email, email))).toEqual([])
  })
})

describe('a forgotten password', () => {
  const forgot = (email: string) => forgotAction(START, form({ email }))
  const reset = (token: string, password = 'another lamp here', again = password) => resetAction(START, form({ token, password, again }))
  const linkOf = async (email: string) => {
    const [letter] = await ownerDb
      .select()
      .from(mail)
      .where(and(eq(mail.toAddress, email), eq(mail.kind, 'password-reset')))
      .orderBy(desc(mail.id))
    return letter && /reset\/(\S+)/.exec(letter.body)?.[1]
  }

  test('a letter with a link sets a new one, once; every session of before ends', async () => {
    const { id, email } = await somebody()
    await signIn({ email, password: PASSWORD })
    expect(await forgot(` ${email.toUpperCase()} `)).toEqual({ error: null, done: true })
    const token = (await linkOf(email))!
    expect(await reset(token, 'another lamp here', 'and yet another')).toMatchObject({ done: false })
    expect(await reset(token)).toEqual({ error: null, done: true })
    expect(await sessionsOf(id)).toBe(0)
    const [own] = await ownerDb.select().from(account).where(eq(account.userId, id))
    expect(await verifyPassword({ hash: own!.password!, password: 'another lamp here' })).toBe(true)
    expect(await reset(token)).toMatchObject({ done: false, error: expect.stringMatching(/used|expired/i) })
    // The person is told by letter, in case it was somebody else.
    const letters = await ownerDb.select({ kind: mail.kind }).from(mail).where(eq(mail.toAddress, email))
    expect(letters.map((l) => l.kind).sort()).toEqual(['password-changed', 'password-reset'])
  })

  test('of several links that were asked for only one sets a password, and the table holds none of them', async () => {
    const { id, email } = await somebody()
    await forgot(email)
    const older = (await linkOf(email))!
    await forgot(email)
    const newer = (await linkOf(email))!
    expect(newer).not.toBe(older)
    const kept = await ownerDb.select().from(verification).where(eq(verification.value, id))
    expect(kept.some((v) => v.identifier.includes(older) || v.identifier.includes(newer))).toBe(false)
    expect(await reset(newer, '1234567890')).toMatchObject({ done: false, error: expect.stringMatching(/easy to guess/) })
    expect(await reset(newer)).toEqual({ error: null, done: true })
    expect(await reset(older, 'somebody else’s lamp')).toMatchObject({ done: false, error: expect.stringMatching(/used|expired/i) })
  })

  test('what is said does not tell whether an address is known', async () => {
    expect(await forgot('nobody@lucerna.example')).toEqual({ error: null, done: true })
    expect(await linkOf('nobody@lucerna.example')).toBeUndefined()
    expect(await forgot('no address')).toMatchObject({ done: false, error: expect.stringMatching(/address/i) })
  })

  test('who has left gets no letter', async () => {
    const { email } = await somebody({ left: true })
    expect(await forgot(email)).toEqual({ error: null, done: true })
    expect(await linkOf(email)).toBeUndefined()
  })
})
