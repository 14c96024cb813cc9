import { verifyPassword } from 'better-auth/crypto'
import { eq } from 'drizzle-orm'
import { v7 as uuidv7 } from 'uuid'
import {
  account,
  auditEntry,
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
import { personName } from '@/db/personName'
import { type Actor, actorOf } from '@/server/actorOf'
import { parseFields } from '@/server/fields'
import { appDb, closeAll, inside, newVisit, ownerDb, post, started, signInDb } from '@/test/world'
import { listAudit } from './auditLog'
import { invite, join, readInvitation, revokeInvitation, standingInvitations } from './invitations'
import { changeMember, listMembers, markMember } from './members'
import { setPreferences } from './own'
import { eraseContact, erasePerson, exportContact, exportPerson } from './personalData'
import { invitationSchema } from '../schemas'
import { fieldsOf, ilse, invited, joined, later, maren, meetPeople, now, PASSWORD, refused, ruben, someone, tobias } from './testPeople'

beforeAll(meetPeople)
afterAll(closeAll)

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
    const actor = await actorOf(row!.id, now(), signInDb)
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
    expect(await actorOf(userId, now(), signInDb)).toMatchObject({ role: 'viewer', licenceNumber: null })
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
    expect(await actorOf(userId, now(), signInDb)).toMatchObject({ heldRole: 'technician', role: 'apprentice' })
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
    expect(await actorOf(userId, now(), signInDb)).toBeNull()
    expect(await ownerDb.select().from(session).where(eq(session.userId, userId))).toEqual([])
    expect((await ownerDb.select().from(visit).where(eq(visit.id, visitId)))[0]!.assignedTo).toBeNull()
    await inside(maren, (tx) => markMember(tx, maren, userId, false, now()))
    expect(await actorOf(userId, now(), signInDb)).toMatchObject({ role: 'technician' })
  })
})

describe('what is kept of a person', () => {
  test('export holds it all; erasing leaves an id without a name, and the work', async () => {
    const { userId, email } = await joined()
    const actor = (await actorOf(userId, now(), signInDb))!
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
    expect(await actorOf(userId, now(), signInDb)).toMatchObject({ firmId: ruben.firmId })
    expect(await refused(inside(maren, (tx) => markMember(tx, maren, userId, false, now())))).toMatchObject({ status: 409 })
    await inside(maren, (tx) => erasePerson(tx, maren, userId, now()))
    expect((await ownerDb.select().from(user).where(eq(user.id, userId)))[0]).toMatchObject({ email })
    expect(await ownerDb.select().from(account).where(eq(account.userId, userId))).toHaveLength(1)
    expect(await actorOf(userId, now(), signInDb)).toMatchObject({ firmId: ruben.firmId, licenceNumber: 'HM-2001' })
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

describe('somebody who works for two firms, one after the other', () => {
  test('is called by each what it calls them; neither renames the other’s log, nor reads where they are signed in', async () => {
    const { userId, email } = await joined(someone({ name: 'Jonas Brandt' }))
    await ownerDb
      .insert(session)
      .values({ id: uuidv7(), userId, token: uuidv7(), ipAddress: '203.0.113.5', expiresAt: new Date(Date.now() + 60_000) })
    const sessionsFor = async (actor: Actor) => (await inside(actor, (tx) => exportPerson(tx, actor, userId, now()))).sessions
    expect(await sessionsFor(maren)).toHaveLength(1)
    await ownerDb.update(membership).set({ leftAt: now() }).where(eq(membership.userId, userId))
    // Who left is nobody's business any more.
    expect(await sessionsFor(maren)).toEqual([])
    const { token } = await invited(someone({ name: 'Somebody Else', email }), ruben)
    await join(token, { password: PASSWORD }, now(), appDb)
    const [row] = await ownerDb.select().from(user).where(eq(user.id, userId))
    expect(row!.name).toBe('Jonas Brandt')
    const calledIn = async (actor: Actor) =>
      (await inside(actor, (tx) => tx.select({ name: personName }).from(user).where(eq(user.id, userId))))[0]!.name
    expect(await calledIn(maren)).toBe('Jonas Brandt')
    expect(await calledIn(ruben)).toBe('Somebody Else')
    expect((await actorOf(userId, now(), signInDb))!.name).toBe('Somebody Else')
    expect(await sessionsFor(maren)).toEqual([])
  })
})
