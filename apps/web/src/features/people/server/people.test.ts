import { hashPassword, verifyPassword } from 'better-auth/crypto'
import { and, desc, eq } from 'drizzle-orm'
import { v7 as uuidv7 } from 'uuid'
import {
  account,
  auditEntry,
  firm,
  invitation,
  mail,
  membership,
  preference,
  session,
  site,
  user,
  visit,
  visitEvent,
  workingMemory,
} from '@/db/schema'
import { find } from '@/features/search/server/find'
import { readVisit } from '@/features/visit/server/read'
import { type Actor, actorOf } from '@/server/actorOf'
import { allowed, forgive, uncount } from '@/server/attempts'
import { DEEDS, may } from '@/server/may'
import { parseFields } from '@/server/fields'
import type { ApiProblem } from '@/server/problem'
import { actorNamed, appDb, closeAll, event, inside, newVisit, ownerDb, post, started } from '@/test/world'
import { listAudit } from './auditLog'
import { confirmByPasscode, confirmers } from './confirm'
import { invite, join, readInvitation, revokeInvitation, standingInvitations } from './invitations'
import { letterFile, listMail } from '@/server/mail'
import { changeMember, listMembers, markMember } from './members'
import { changeFirm, deviceName, endSessions, firmSettings, listSessions, setPasscode, setPreferences } from './own'
import { eraseContact, erasePerson, exportContact, exportPerson } from './personalData'
import { invitationSchema, setPasscodeSchema } from '../schemas'

let maren: Actor
let tobias: Actor
let ilse: Actor
let ruben: Actor
beforeAll(async () => {
  ;[maren, tobias, ilse, ruben] = (await Promise.all(
    ['Maren Ostby', 'Tobias Achterberg', 'Ilse Fontane', 'Ruben Calder'].map(actorNamed),
  )) as [Actor, Actor, Actor, Actor]
})
afterAll(closeAll)

const now = () => new Date().toISOString()
const later = (days: number) => new Date(Date.now() + days * 86_400_000).toISOString()
const refused = async (work: Promise<unknown>): Promise<ApiProblem> =>
  work.then(
    () => Promise.reject(new Error('accepted')),
    (e: unknown) => e as ApiProblem,
  )
const fieldsOf = (problem: ApiProblem) => Object.fromEntries(problem.errors.map((e) => [e.path, e.message]))

const someone = (more: object = {}) => ({
  name: 'Jonas Brandt',
  email: `jonas.${uuidv7()}@lucerna.example`,
  role: 'technician',
  licenceNumber: 'HM-2001',
  licenceUntil: later(300).slice(0, 10),
  ...more,
})
/** Invites and answers with the token of the letter. */
async function invited(fields = someone(), actor = maren): Promise<{ id: string; token: string; email: string }> {
  const id = await inside(actor, (tx) => invite(tx, actor, parseFields(invitationSchema, fields), now()))
  const [letter] = await ownerDb.select().from(mail).where(eq(mail.toAddress, fields.email)).orderBy(desc(mail.id))
  return { id, token: /join\/(\S+)/.exec(letter!.body)![1]!, email: fields.email }
}
const PASSWORD = 'a lamp in the dark'
const joined = async (fields = someone()) => {
  const { token, email } = await invited(fields)
  await join(token, { password: PASSWORD }, now(), appDb)
  const [row] = await ownerDb.select().from(user).where(eq(user.email, email))
  return { userId: row!.id, email, token }
}

describe('invitations', () => {
  test('by link to an account: role, licence, password, found by search, audited', async () => {
    const { token, email } = await invited()
    expect(await readInvitation(token, now(), appDb)).toEqual({
      name: 'Jonas Brandt',
      email,
      role: 'technician',
      firmName: 'Hollowmere Heat',
    })
    await join(token, { password: PASSWORD }, now(), appDb)
    const [row] = await ownerDb.select().from(user).where(eq(user.email, email))
    const actor = await actorOf(row!.id, now(), appDb)
    expect(actor).toMatchObject({ firmId: maren.firmId, role: 'technician', licenceNumber: 'HM-2001', units: null })
    const [own] = await ownerDb.select().from(account).where(eq(account.userId, row!.id))
    expect(await verifyPassword({ hash: own!.password!, password: PASSWORD })).toBe(true)
    expect((await find(maren, 'jonas bran')).some((f) => f.kind === 'person' && f.id === row!.id)).toBe(true)
    const log = await inside(maren, (tx) => listAudit(tx, maren))
    expect(log.map((e) => e.action)).toEqual(expect.arrayContaining(['invited', 'joined']))
  })

  test('works once', async () => {
    const { token } = await joined()
    expect(await refused(join(token, { password: PASSWORD }, now(), appDb))).toMatchObject({ status: 410, code: 'invitation-used' })
  })

  test('expires after a week', async () => {
    const { token } = await invited()
    expect((await readInvitation(token, later(6.9), appDb)).role).toBe('technician')
    expect(await refused(readInvitation(token, later(7.1), appDb))).toMatchObject({ status: 410, code: 'invitation-expired' })
    expect(await refused(join(token, { password: PASSWORD }, later(7.1), appDb))).toMatchObject({ status: 410 })
  })

  test('taken back, or replaced by a newer one, its link no longer works', async () => {
    const fields = someone()
    const first = await invited(fields)
    const second = await invited(fields)
    expect(await refused(readInvitation(first.token, now(), appDb))).toMatchObject({ code: 'invitation-revoked' })
    await inside(maren, (tx) => revokeInvitation(tx, maren, second.id, now()))
    expect(await refused(readInvitation(second.token, now(), appDb))).toMatchObject({ code: 'invitation-revoked' })
    expect((await inside(maren, (tx) => standingInvitations(tx, maren))).map((i) => i.id)).not.toContain(second.id)
  })

  test.each(['', 'x', '..', 'a.b', `${uuidv7()}.${'a'.repeat(32)}`, "x'; drop table invitation; --"])(
    'a link that is none: %p',
    async (token) => {
      expect(await refused((async () => readInvitation(token, now(), appDb))())).toMatchObject({ status: 404 })
    },
  )

  test('the secret of one firm’s link opens nothing in another', async () => {
    const { token } = await invited()
    expect(await refused(readInvitation(`${ruben.firmId}.${token.split('.')[1]}`, now(), appDb))).toMatchObject({ status: 404 })
  })

  test.each([
    [{ email: 'nobody' }, 'email', /name@firm/],
    [{ name: '' }, 'name', /Required/],
    [{ role: 'boss' }, 'role', /Choose/],
    [{ licenceNumber: null }, 'licenceNumber', /licence number/],
    [{ licenceUntil: null }, 'licenceUntil', /expiry date/],
    [{ licenceUntil: '2026-13-01' }, 'licenceUntil', /Not a date/],
    [{ email: 'tobias.achterberg@lucerna.example' }, 'email', /in the firm already/],
    [{ email: ' TOBIAS.Achterberg@lucerna.example ' }, 'email', /in the firm already/],
  ])('%j is refused at %s', async (part, field, words) => {
    const problem = await refused(inside(maren, async (tx) => invite(tx, maren, parseFields(invitationSchema, someone(part)), now())))
    expect(problem.status).toBe(422)
    expect(fieldsOf(problem)[field]).toMatch(words)
  })

  test('a short password is refused; the link still works', async () => {
    const { token } = await invited()
    expect(fieldsOf(await refused(join(token, { password: 'short' }, now(), appDb))).password).toMatch(/ten characters/)
    await join(token, { password: PASSWORD }, now(), appDb)
  })

  test('an address that works in another firm is not taken over', async () => {
    const { token } = await invited(someone({ email: 'wim.tacoma@lucerna.example' }))
    expect(await refused(join(token, { password: PASSWORD }, now(), appDb))).toMatchObject({ status: 409 })
    const [own] = await ownerDb.select().from(user).where(eq(user.email, 'wim.tacoma@lucerna.example'))
    expect(own!.name).toBe('Wim Tacoma')
  })

  test('somebody who left is invited back with a new password', async () => {
    const fields = someone()
    const { userId } = await joined(fields)
    await inside(maren, (tx) => markMember(tx, maren, userId, true, now()))
    const { token } = await invited({ ...fields, role: 'viewer', licenceNumber: null as never, licenceUntil: null as never })
    await join(token, { password: 'another lamp again' }, now(), appDb)
    expect(await actorOf(userId, now(), appDb)).toMatchObject({ role: 'viewer', licenceNumber: null })
    expect(await ownerDb.select().from(membership).where(eq(membership.userId, userId))).toHaveLength(1)
  })

  test('only the hash of the secret is stored', async () => {
    const { token, id } = await invited()
    const [row] = await ownerDb.select().from(invitation).where(eq(invitation.id, id))
    expect(JSON.stringify(row)).not.toContain(token.split('.')[1])
  })
})

describe('members', () => {
  test('role and licence change with a version; a lapsed date acts at once', async () => {
    const { userId } = await joined()
    const version = await inside(maren, (tx) =>
      changeMember(tx, maren, userId, { role: 'technician', licenceNumber: 'HM-2002', licenceUntil: later(-1).slice(0, 10) }, 1, now()),
    )
    expect(version).toBe(2)
    expect(await actorOf(userId, now(), appDb)).toMatchObject({ heldRole: 'technician', role: 'apprentice' })
    expect((await inside(maren, (tx) => listMembers(tx, maren, now()))).find((m) => m.userId === userId)).toMatchObject({
      licence: 'lapsed',
    })
    const stale = await refused(
      inside(maren, (tx) => changeMember(tx, maren, userId, { role: 'viewer', licenceNumber: null, licenceUntil: null }, 1, now())),
    )
    expect(stale).toMatchObject({ status: 412, more: { version: 2, current: { licenceNumber: 'HM-2002' } } })
  })

  test('the firm keeps a lead: the only one can neither step down nor leave', async () => {
    const [own] = await ownerDb.select().from(membership).where(eq(membership.userId, ruben.userId))
    const down = { role: 'technician' as const, licenceNumber: 'x', licenceUntil: later(10).slice(0, 10) }
    expect(await refused(inside(ruben, (tx) => changeMember(tx, ruben, ruben.userId, down, own!.version, now())))).toMatchObject({
      code: 'last-lead',
    })
    expect(await refused(inside(ruben, (tx) => markMember(tx, ruben, ruben.userId, true, now())))).toMatchObject({ status: 409 })
  })

  test('who leaves is signed out, their planned visits wait for somebody, their name stays on what they did', async () => {
    const { userId } = await joined()
    await ownerDb.insert(session).values({ id: uuidv7(), userId, token: uuidv7(), expiresAt: new Date(Date.now() + 60_000) })
    const { visitId } = await newVisit(maren, '7 Quarry Row')
    await ownerDb.update(visit).set({ assignedTo: userId }).where(eq(visit.id, visitId))
    await inside(maren, (tx) => markMember(tx, maren, userId, true, now()))
    expect(await actorOf(userId, now(), appDb)).toBeNull()
    expect(await ownerDb.select().from(session).where(eq(session.userId, userId))).toEqual([])
    expect((await ownerDb.select().from(visit).where(eq(visit.id, visitId)))[0]!.assignedTo).toBeNull()
    await inside(maren, (tx) => markMember(tx, maren, userId, false, now()))
    expect(await actorOf(userId, now(), appDb)).toMatchObject({ role: 'technician' })
  })
})

describe('what is kept of a person', () => {
  test('export holds it all; erasing leaves an id without a name, and the work', async () => {
    const { userId, email } = await joined()
    const actor = (await actorOf(userId, now(), appDb))!
    const { visitId, applianceId } = await newVisit(actor, '7 Quarry Row')
    await post(actor, visitId, [started(visitId, applianceId)])
    await inside(actor, (tx) => setPreferences(tx, actor, { units: 'imperial', dialect: 'practice', farViewTones: true }))
    await ownerDb.insert(workingMemory).values({ firmId: maren.firmId, userId, workingId: 'gas', input: {}, updatedAt: now() })
    const data = await inside(actor, (tx) => exportPerson(tx, actor, userId, now()))
    expect(data).toMatchObject({
      schema: 'lucerna-person-1',
      person: { email, name: 'Jonas Brandt' },
      preferences: [{ units: 'imperial' }],
      workings: [{ workingId: 'gas' }],
      visits: [{ id: visitId }],
      events: [{ type: 'visit.started' }],
    })
    expect(data.mail.length).toBeGreaterThan(0)
    expect(await refused(inside(maren, (tx) => erasePerson(tx, maren, userId, now())))).toMatchObject({ status: 409 })
    await inside(maren, (tx) => markMember(tx, maren, userId, true, now()))
    await inside(maren, (tx) => erasePerson(tx, maren, userId, now()))
    expect((await ownerDb.select().from(user).where(eq(user.id, userId)))[0]).toMatchObject({
      name: 'Erased person',
      email: `${userId}@erased.invalid`,
    })
    for (const table of [account, session, preference, workingMemory])
      expect(await ownerDb.select().from(table).where(eq(table.userId, userId))).toEqual([])
    expect(await ownerDb.select().from(mail).where(eq(mail.toAddress, email))).toEqual([])
    expect(await ownerDb.select().from(invitation).where(eq(invitation.email, email))).toEqual([])
    expect((await ownerDb.select().from(visitEvent).where(eq(visitEvent.authorId, userId))).length).toBe(1)
    expect((await find(maren, 'jonas')).filter((f) => f.id === userId)).toEqual([])
    expect(await refused(inside(maren, (tx) => markMember(tx, maren, userId, false, now())))).toMatchObject({ status: 410 })
    const log = await ownerDb.select().from(auditEntry).where(eq(auditEntry.subjectId, userId))
    expect(JSON.stringify(log)).not.toMatch(/Jonas|jonas/)
  })

  test('who works in another firm now keeps the account there: not taken back, not signed out, not renamed', async () => {
    const { userId, email } = await joined()
    await inside(maren, (tx) => markMember(tx, maren, userId, true, now()))
    const { token } = await invited(someone({ email }), ruben)
    await join(token, { password: PASSWORD }, now(), appDb)
    expect(await actorOf(userId, now(), appDb)).toMatchObject({ firmId: ruben.firmId })
    expect(await refused(inside(maren, (tx) => markMember(tx, maren, userId, false, now())))).toMatchObject({ status: 409 })
    await inside(maren, (tx) => erasePerson(tx, maren, userId, now()))
    expect((await ownerDb.select().from(user).where(eq(user.id, userId)))[0]).toMatchObject({ email })
    expect(await ownerDb.select().from(account).where(eq(account.userId, userId))).toHaveLength(1)
    expect(await actorOf(userId, now(), appDb)).toMatchObject({ firmId: ruben.firmId, licenceNumber: 'HM-2001' })
  })

  test('nobody exports another but a lead', async () => {
    expect(await refused(inside(tobias, (tx) => exportPerson(tx, tobias, ilse.userId, now())))).toMatchObject({ status: 403 })
  })

  test('a customer’s contact: exported, erased, no longer found', async () => {
    const id = uuidv7()
    await ownerDb.insert(site).values({
      id,
      firmId: maren.firmId,
      name: 'Contact House',
      address: 'x',
      timeZone: 'UTC',
      altitudeM: 0,
      contact: 'Frau Einzigartig',
      contactEmail: 'e@x.example',
    })
    const { reindex } = await import('@/features/search/server/indexing')
    await inside(maren, (tx) => reindex(tx, maren.firmId, 'site', [id]))
    expect((await find(maren, 'einzigartig')).map((f) => f.id)).toEqual([id])
    expect(await inside(maren, (tx) => exportContact(tx, maren, id, now()))).toMatchObject({
      contact: { name: 'Frau Einzigartig', email: 'e@x.example' },
    })
    await inside(maren, (tx) => eraseContact(tx, maren, id, now()))
    expect(await find(maren, 'einzigartig')).toEqual([])
    expect((await ownerDb.select().from(site).where(eq(site.id, id)))[0]).toMatchObject({
      contact: null,
      contactErasedAt: expect.any(String),
      version: 2,
    })
  })
})

describe('confirming by passcode on the apprentice’s device', () => {
  const deviceId = uuidv7()
  const waiting = async () => {
    const { visitId, applianceId } = await newVisit(ilse, '7 Quarry Row')
    const turn = event(visitId, 'adjustment.made', {
      adjusterId: 'throttle',
      direction: 'clockwise',
      amount: 0.25,
      unit: 'turn',
      firingStateId: 'max',
    })
    await post(ilse, visitId, [started(visitId, applianceId), turn])
    return { visitId, eventIds: [turn.id] }
  }
  const setTo = async (actor: Actor, passcode: string) =>
    ownerDb
      .update(membership)
      .set({ passcodeHash: await hashPassword(passcode) })
      .where(eq(membership.userId, actor.userId))
  beforeEach(async () => {
    await setTo(tobias, '246802')
    await forgive(`passcode:${tobias.firmId}:${tobias.userId}`, appDb)
  })

  test('the event is the confirmer’s, nothing waits any more, the lead’s list agrees', async () => {
    const { visitId, eventIds } = await waiting()
    expect((await ownerDb.select().from(visit).where(eq(visit.id, visitId)))[0]!.unconfirmed).toBe(1)
    expect((await confirmers(ilse, now(), appDb)).map((c) => c.name)).toEqual(expect.arrayContaining(['Maren Ostby', 'Tobias Achterberg']))
    await confirmByPasscode(ilse, visitId, { confirmerId: tobias.userId, passcode: '246802', eventIds, deviceId }, now(), appDb)
    const folded = await inside(ilse, (tx) => readVisit(tx, ilse.firmId, visitId))
    expect(folded.state.unconfirmed).toEqual([])
    expect((await ownerDb.select().from(visit).where(eq(visit.id, visitId)))[0]!.unconfirmed).toBe(0)
    const [stored] = await ownerDb
      .select()
      .from(visitEvent)
      .where(and(eq(visitEvent.visitId, visitId), eq(visitEvent.type, 'work.confirmed')))
    expect(stored).toMatchObject({ authorId: tobias.userId, provisional: false, deviceId })
  })

  test.each([
    ['a wrong passcode', { passcode: '111111' }],
    ['an apprentice', () => ({ confirmerId: ilse.userId })],
    ['somebody of another firm', () => ({ confirmerId: ruben.userId })],
    ['nobody', { confirmerId: 'x' }],
  ])('%s confirms nothing', async (_who, part) => {
    const { visitId, eventIds } = await waiting()
    const body = { confirmerId: tobias.userId, passcode: '246802', eventIds, deviceId, ...(typeof part === 'function' ? part() : part) }
    expect(await refused(confirmByPasscode(ilse, visitId, body, now(), appDb))).toMatchObject({ status: 403 })
    expect((await inside(ilse, (tx) => readVisit(tx, ilse.firmId, visitId))).state.unconfirmed).toEqual(eventIds)
  })

  test('a lapsed licence does not confirm', async () => {
    const { visitId, eventIds } = await waiting()
    const { userId } = await joined()
    await ownerDb
      .update(membership)
      .set({ licenceUntil: '2020-01-01', passcodeHash: await hashPassword('135791') })
      .where(eq(membership.userId, userId))
    const body = { confirmerId: userId, passcode: '135791', eventIds, deviceId }
    expect(await refused(confirmByPasscode(ilse, visitId, body, now(), appDb))).toMatchObject({ status: 403 })
    expect((await confirmers(ilse, now(), appDb)).map((c) => c.id)).not.toContain(userId)
  })

  test('after five wrong tries it waits, even for the right one', async () => {
    const { visitId, eventIds } = await waiting()
    const confirm = (passcode: string) =>
      confirmByPasscode(ilse, visitId, { confirmerId: tobias.userId, passcode, eventIds, deviceId }, now(), appDb)
    for (let i = 0; i < 5; i++) expect((await refused(confirm('000000'))).status).toBe(403)
    expect((await refused(confirm('246802'))).status).toBe(429)
    expect((await inside(ilse, (tx) => readVisit(tx, ilse.firmId, visitId))).state.unconfirmed).toEqual(eventIds)
  })

  test('setting one asks for the password and six to eight digits', async () => {
    const { userId } = await joined()
    const actor = (await actorOf(userId, now(), appDb))!
    const set = async (passcode: string, password: string) =>
      setPasscode(actor, parseFields(setPasscodeSchema, { passcode, password }), now(), appDb)
    expect(fieldsOf(await refused(set('123', PASSWORD)))).toHaveProperty('passcode')
    expect(fieldsOf(await refused(set('123456', 'wrong')))).toHaveProperty('password')
    await set('123456', PASSWORD)
    expect((await inside(actor, (tx) => firmSettings(tx, actor))).hasPasscode).toBe(true)
  })
})

describe('sessions and wishes', () => {
  test('listed with their device, this one marked; ended all or all but this', async () => {
    const { userId } = await joined()
    const actor = (await actorOf(userId, now(), appDb))!
    const add = async (userAgent: string | null, days = 1) => {
      const id = uuidv7()
      await ownerDb.insert(session).values({ id, userId, token: id, userAgent, expiresAt: new Date(Date.now() + days * 86_400_000) })
      return id
    }
    const here = await add('Mozilla/5.0 (X11; Linux x86_64) AppleWebKit/537.36 (KHTML, like Gecko) Chrome/120.0.0.0 Safari/537.36')
    await add(null)
    await add('old', -1)
    const list = await inside(actor, (tx) => listSessions(tx, actor, here, new Date()))
    expect(list).toHaveLength(2)
    expect(list.find((s) => s.here)).toMatchObject({ device: 'Chrome on Linux' })
    expect(deviceName(null)).toBe('Unknown device')
    await inside(actor, (tx) => endSessions(tx, actor, here, now()))
    expect((await ownerDb.select().from(session).where(eq(session.userId, userId))).map((s) => s.id)).toEqual([here])
    await inside(actor, (tx) => endSessions(tx, actor, null, now()))
    expect(await ownerDb.select().from(session).where(eq(session.userId, userId))).toEqual([])
  })

  test('units follow the wish, else the practice', async () => {
    const { userId } = await joined()
    const actor = (await actorOf(userId, now(), appDb))!
    await inside(actor, (tx) => setPreferences(tx, actor, { units: 'imperial', dialect: 'practice', farViewTones: false }))
    expect((await actorOf(userId, now(), appDb))!.units).toBe('imperial')
    await inside(actor, (tx) => setPreferences(tx, actor, { units: 'practice', dialect: 'en-US', farViewTones: true }))
    expect(await actorOf(userId, now(), appDb)).toMatchObject({ units: null, dialect: 'en-US', farViewTones: true })
  })

  test('the firm’s practice: changed with a version, unknown ones refused, new visits follow', async () => {
    const [before] = await ownerDb.select().from(firm).where(eq(firm.id, ruben.firmId))
    const change = (practiceId: string, version: number) => inside(ruben, (tx) => changeFirm(tx, ruben, { practiceId }, version, now()))
    expect(await refused(change('no-such', before!.version))).toMatchObject({ status: 422 })
    const next = await change('metric-ratio', before!.version)
    expect(await refused(change('imperial-oxygen', before!.version))).toMatchObject({ status: 412 })
    expect(await inside(ruben, (tx) => firmSettings(tx, ruben))).toMatchObject({ practiceId: 'metric-ratio', units: 'metric' })
    await change('imperial-oxygen', next)
  })
})

describe('letters', () => {
  test('listed newest first; those that open an account are for their receiver outside the demo', async () => {
    const list = await inside(maren, (tx) => listMail(tx, maren))
    expect(list.map((l) => l.id)).toEqual(
      list
        .map((l) => l.id)
        .sort()
        .reverse(),
    )
    expect(list.every((l) => l.body?.includes('{here}') !== true)).toBe(true)
    expect(await refused(inside(tobias, (tx) => listMail(tx, tobias)))).toMatchObject({ status: 403 })
  })

  test('names and words of any language are written as a mail may', async () => {
    const { email } = await invited(someone({ name: 'Žofie Müllerová-Ñáñez' }))
    const [letter] = await ownerDb.select().from(mail).where(eq(mail.toAddress, email))
    const file = (await inside(maren, (tx) => letterFile(tx, maren, letter!.id))).toString('latin1')
    expect(file.split('\r\n\r\n')[0]).toMatch(/^[\x20-\x7e\r\n\t]*$/)
    expect(file).toMatch(/^Content-Type: text\/plain; charset=utf-8/m)
  })
})

describe('tries are counted in PostgreSQL', () => {
  const few = { most: 3, seconds: 60 }
  test('so many in a time, then no more, then again', async () => {
    const key = `test:${uuidv7()}`
    const at = Date.now()
    const tried = []
    for (let i = 0; i < 5; i++) tried.push(await allowed(key, few, at + i, appDb))
    expect(tried).toEqual([true, true, true, false, false])
    expect(await allowed(key, few, at + 61_000, appDb)).toBe(true)
  })

  test('several processes share one count', async () => {
    const key = `test:${uuidv7()}`
    const tried = await Promise.all(Array.from({ length: 20 }, () => allowed(key, few, Date.now(), appDb)))
    expect(tried.filter(Boolean)).toHaveLength(3)
  })

  test('a good one costs nothing, or clears them all', async () => {
    const key = `test:${uuidv7()}`
    const at = Date.now()
    for (let i = 0; i < 10; i++) {
      expect(await allowed(key, few, at, appDb)).toBe(true)
      await uncount(key, appDb)
    }
    for (let i = 0; i < 5; i++) await allowed(key, few, at, appDb)
    await forgive(key, appDb)
    expect(await allowed(key, few, at, appDb)).toBe(true)
  })
})

test('who may what: nobody may more than a lead; office work goes by the role held', () => {
  for (const deed of DEEDS) {
    expect([deed, may({ role: 'lead', heldRole: 'lead' }, deed)]).toEqual([deed, true])
    expect([deed, may({ role: 'viewer', heldRole: 'viewer' }, deed)]).toEqual([deed, false])
  }
  expect(may({ role: 'apprentice', heldRole: 'lead' }, 'people.manage')).toBe(true)
  expect(may({ role: 'apprentice', heldRole: 'lead' }, 'work.confirm')).toBe(false)
})
