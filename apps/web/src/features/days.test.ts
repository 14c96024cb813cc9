import { eq } from 'drizzle-orm'
import { v7 as uuidv7 } from 'uuid'
import { firm, membership, site } from '@/db/schema'
import { calibrationsDue } from '@/features/today/server/waiting'
import { createVisit } from '@/features/visit/server/create'
import { loadVisit } from '@/features/visit/server/load'
import { instrumentRegister, recordCheck, checksOf } from '@/features/instruments/server/register'
import { listInstruments } from '@/features/instruments/server/list'
import { listMembers } from '@/features/people/server/members'
import { inCalibration } from '@lucerna/core/measure'
import { type Actor, actorOf } from '@/server/actorOf'
import { createEntry, readEntry } from '@/server/register'
import { meetPeople, people, place } from '@/test/apiWorld'
import { actorNamed, closeAll, inside, ownerDb, signInDb } from '@/test/world'

/** Half past eleven at night, west and east of the world's day: the calendar on the wall is another than in UTC. */
const PLACES = [
  // 04:30 UTC of the next day.
  { timeZone: 'America/Bogota', now: '2031-03-11T04:30:00.000Z', today: '2031-03-10', tomorrow: '2031-03-11' },
  // 10:30 UTC of the same day is 23:30 in UTC+13; half an hour later it is tomorrow there, and still today in UTC.
  { timeZone: 'Pacific/Tongatapu', now: '2031-03-10T10:30:00.000Z', today: '2031-03-10', tomorrow: '2031-03-11' },
] as const
const HOUR = 3_600_000
const later = (now: string): string => new Date(Date.parse(now) + HOUR).toISOString()

let ruben: Actor
let zoneBefore: string
beforeAll(async () => {
  ruben = await actorNamed('Ruben Calder')
  zoneBefore = ruben.timeZone
  await meetPeople()
})
afterAll(async () => {
  await ownerDb.update(firm).set({ timeZone: zoneBefore }).where(eq(firm.id, ruben.firmId))
  await closeAll()
})

const anInstrument = async (calibrationDueOn: string, holder = ruben) => {
  const more = { certificate: null, batteryDays: null, trapDays: null, remark: null, calibratedOn: '2025-03-10', calibrationDueOn }
  const channel = {
    id: 'p',
    channel: 'pressure',
    origin: 'measured',
    min: -100,
    max: 100,
    resolution: 1,
    absolute: 5,
    relative: 0.005,
    combine: 'larger',
  }
  const fields = { kind: 'manometer', maker: 'Plumb', model: 'Duo', serial: uuidv7(), channels: [channel], heldBy: holder.userId, ...more }
  const made = await inside(holder, (tx) => createEntry(tx, holder, instrumentRegister, null, fields, new Date().toISOString()))
  return made.entry.id
}

describe.each(PLACES)('at 23:30 in $timeZone', ({ timeZone, now, today, tomorrow }) => {
  let actor: Actor
  const at = async (when: string): Promise<Actor> => (await actorOf(ruben.userId, when, signInDb))!
  beforeAll(async () => {
    await ownerDb.update(firm).set({ timeZone }).where(eq(firm.id, ruben.firmId))
    actor = await at(now)
  })

  test('a licence holds through its last day by the firm’s clock, and not an hour longer', async () => {
    const [before] = await ownerDb.select({ until: membership.licenceUntil }).from(membership).where(eq(membership.userId, ruben.userId))
    await ownerDb.update(membership).set({ licenceUntil: today }).where(eq(membership.userId, ruben.userId))
    try {
      expect((await at(now)).role).toBe('lead')
      expect((await at(later(now))).role).toBe('apprentice')
      const own = async (when: string) => (await inside(actor, (tx) => listMembers(tx, actor, when))).find((m) => m.userId === ruben.userId)
      expect((await own(now))?.licence).toBe('soon')
      expect((await own(later(now)))?.licence).toBe('lapsed')
    } finally {
      await ownerDb.update(membership).set({ licenceUntil: before!.until }).where(eq(membership.userId, ruben.userId))
    }
  })

  test('a calibration is over when its last day is, on the day’s list and in the register', async () => {
    const id = await anInstrument(today)
    const due = async (when: string) => (await calibrationsDue(actor, new Date(when), 30, ruben.userId)).find((i) => i.id === id)
    expect(await due(now)).toMatchObject({ dueOn: today, overdue: false })
    expect(await due(later(now))).toMatchObject({ dueOn: today, overdue: true })
    const listed = async (when: string) => (await listInstruments(actor, when)).find((i) => i.id === id)!.due
    expect(await listed(now)).toMatchObject([{ what: 'calibration', on: today, state: 'soon' }])
    expect(await listed(later(now))).toMatchObject([{ what: 'calibration', on: today, state: 'over' }])
  })

  test('in a visit it counts to the end of that day at the site', async () => {
    const { siteId, applianceId } = await place()
    const { lead } = people
    const id = await anInstrument(today, lead)
    await ownerDb.update(site).set({ timeZone }).where(eq(site.id, siteId))
    const { context } = await inside(lead, async (tx) => {
      const visitId = await createVisit(
        tx,
        lead,
        { siteId, applianceIds: [applianceId], jobKind: 'annual-service' },
        new Date().toISOString(),
      )
      return loadVisit(tx, lead.firmId, visitId, false, lead.userId)
    })
    const known = context.instruments.find((i) => i.id === id)!
    expect([inCalibration(known, now), inCalibration(known, later(now))]).toEqual([true, false])
  })

  test('a check of today is of now, one of another day of its noon; both keep their day', async () => {
    const id = await anInstrument(tomorrow)
    const check = { kind: 'battery' as const, passed: true, readings: [], dueOn: null, certificate: null, note: null }
    await inside(actor, (tx) => recordCheck(tx, actor, id, { ...check, on: today }, now))
    await inside(actor, (tx) => recordCheck(tx, actor, id, { ...check, on: '2031-03-01' }, now))
    expect((await inside(actor, (tx) => checksOf(tx, actor, id))).map((c) => c.on)).toEqual([today, '2031-03-01'])
    expect((await inside(actor, (tx) => readEntry(tx, actor, instrumentRegister, id))).fields.calibrationDueOn).toBe(tomorrow)
  })
})
