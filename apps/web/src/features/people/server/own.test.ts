import { hashPassword } from 'better-auth/crypto'
import { and, eq } from 'drizzle-orm'
import { v7 as uuidv7 } from 'uuid'
import { firm, mail, membership, session, visit, visitEvent } from '@/db/schema'
import { readVisit } from '@/features/visit/server/read'
import { type Actor, actorOf } from '@/server/actorOf'
import { allowed, forgive, uncount } from '@/server/attempts'
import { DEEDS, may } from '@/server/may'
import { parseFields } from '@/server/fields'
import { appDb, closeAll, event, inside, newVisit, ownerDb, post, started, signInDb } from '@/test/world'
import { confirmByPasscode, confirmers } from './confirm'
import { letterFile, listMail } from '@/server/mail'
import { changeFirm, firmSettings, setPasscode, setPreferences } from './own'
import { deviceName, endSessions, listSessions } from './sessions'
import { setPasscodeSchema } from '../schemas'
import { fieldsOf, ilse, invited, joined, maren, meetPeople, now, PASSWORD, refused, ruben, someone, tobias } from './testPeople'

beforeAll(meetPeople)
afterAll(closeAll)

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
    // Somebody of their own: tries are counted by the person, and other tests try theirs at the same time.
    const { userId } = await joined()
    await ownerDb
      .update(membership)
      .set({ licenceUntil: '2099-01-01', passcodeHash: await hashPassword('246802') })
      .where(eq(membership.userId, userId))
    const confirm = (passcode: string) =>
      confirmByPasscode(ilse, visitId, { confirmerId: userId, passcode, eventIds, deviceId }, now(), appDb)
    for (let i = 0; i < 5; i++) expect((await refused(confirm('000000'))).status).toBe(403)
    expect((await refused(confirm('246802'))).status).toBe(429)
    expect((await inside(ilse, (tx) => readVisit(tx, ilse.firmId, visitId))).state.unconfirmed).toEqual(eventIds)
  })

  test('setting one asks for the password and six to eight digits', async () => {
    const { userId } = await joined()
    const actor = (await actorOf(userId, now(), signInDb))!
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
    const actor = (await actorOf(userId, now(), signInDb))!
    const add = async (userAgent: string | null, days = 1) => {
      const id = uuidv7()
      await ownerDb.insert(session).values({ id, userId, token: id, userAgent, expiresAt: new Date(Date.now() + days * 86_400_000) })
      return id
    }
    const here = await add('Mozilla/5.0 (X11; Linux x86_64) AppleWebKit/537.36 (KHTML, like Gecko) Chrome/120.0.0.0 Safari/537.36')
    await add(null)
    await add('old', -1)
    const list = await inside(actor, (tx) => listSessions(tx, actor.userId, here, new Date()))
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
    const actor = (await actorOf(userId, now(), signInDb))!
    await inside(actor, (tx) => setPreferences(tx, actor, { units: 'imperial', dialect: 'practice', farViewTones: false }))
    expect((await actorOf(userId, now(), signInDb))!.units).toBe('imperial')
    await inside(actor, (tx) => setPreferences(tx, actor, { units: 'practice', dialect: 'en-US', farViewTones: true }))
    expect(await actorOf(userId, now(), signInDb)).toMatchObject({ units: null, dialect: 'en-US', farViewTones: true })
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
