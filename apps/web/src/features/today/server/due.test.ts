import { and, eq, getTableColumns, sql } from 'drizzle-orm'
import { v7 as uuidv7 } from 'uuid'
import { appliance, firm, mail, membership, site, visit } from '@/db/schema'
import type { Actor } from '@/server/actor'
import { actorNamed, appDb, closeAll, inside, newVisit, ownerDb, signInDb } from '@/test/world'
import { calendarAddress, calendarFeed, changeCalendar } from './calendar'
import { fallsDue, remind, remindAll, reminderBody } from './reminder'

let maren: Actor
let tobias: Actor
let ruben: Actor
beforeAll(async () => {
  ;[maren, tobias, ruben] = (await Promise.all(['Maren Ostby', 'Tobias Achterberg', 'Ruben Calder'].map(actorNamed))) as [
    Actor,
    Actor,
    Actor,
  ]
})
afterAll(closeAll)
const NOW = new Date()
/** Long lines are folded. */
const unfolded = (feed: string) => feed.replaceAll(/\r\n[ \t]/g, '')
const tokenOf = (address: string | null) => /calendar\/([\w-]{32})\.ics$/.exec(address ?? '')![1]!

describe('the calendar that a program subscribes to', () => {
  test('a technician’s own visits, a lead’s of the whole firm with due dates; each in UTC with its place', async () => {
    const { visitId } = await newVisit(tobias, '7 Quarry Row')
    await ownerDb.update(visit).set({ assignedTo: tobias.userId, remark: 'Bring; the, long\nladder' }).where(eq(visit.id, visitId))
    const own = tokenOf(await inside(tobias, (tx) => changeCalendar(tx, tobias, 'new', NOW.toISOString())))
    const feed = unfolded((await calendarFeed(own, NOW, appDb))!)
    expect(feed).toMatch(/^BEGIN:VCALENDAR\r\n/)
    const event = feed.split('BEGIN:VEVENT').find((e) => e.includes(visitId))!
    expect(event).toMatch(/DTSTART:\d{8}T\d{6}Z/)
    expect(event).toContain('SUMMARY:Annual service\\, 7 Quarry Row')
    expect(event).toContain('Bring\\; the\\, long\\nladder')
    expect(feed).not.toContain('For Ilse Fontane')
    const office = tokenOf(await inside(maren, (tx) => changeCalendar(tx, maren, 'new', NOW.toISOString())))
    const all = unfolded((await calendarFeed(office, NOW, appDb))!)
    expect(all).toContain(visitId)
    expect(all).toContain('For Tobias Achterberg')
    expect(all).toMatch(/SUMMARY:Calibration due: [^\r]+[\s\S]*DTSTART;VALUE=DATE:\d{8}/)
    expect(all).not.toContain('Harbour Office')
  })

  test('a new address ends the one before; removed, unknown and of somebody who left it leads nowhere', async () => {
    const address = async (wish: 'new' | 'none') => inside(maren, (tx) => changeCalendar(tx, maren, wish, NOW.toISOString()))
    const first = tokenOf(await address('new'))
    const second = tokenOf(await address('new'))
    expect(await inside(maren, (tx) => calendarAddress(tx, maren))).toContain(second)
    expect(await calendarFeed(first, NOW, appDb)).toBeNull()
    await address('none')
    for (const token of [second, 'x'.repeat(32), '../secret', '']) expect(await calendarFeed(token, NOW, appDb)).toBeNull()
    const his = tokenOf(await inside(ruben, (tx) => changeCalendar(tx, ruben, 'new', NOW.toISOString())))
    await ownerDb.update(membership).set({ leftAt: NOW.toISOString() }).where(eq(membership.userId, ruben.userId))
    expect(await calendarFeed(his, NOW, appDb)).toBeNull()
    await ownerDb.update(membership).set({ leftAt: null }).where(eq(membership.userId, ruben.userId))
    expect(await calendarFeed(his, NOW, appDb)).not.toBeNull()
  })
})

describe('the weekly letter', () => {
  test('says what is due, the oldest first, and nothing where nothing is', async () => {
    // One of its own: others count the visits of those that are there.
    const [unit] = await ownerDb
      .select(getTableColumns(appliance))
      .from(appliance)
      .innerJoin(site, eq(site.id, appliance.siteId))
      // No test makes this one a sample, which has no letters.
      .where(and(eq(appliance.firmId, maren.firmId), eq(site.name, '11 Quarry Row')))
      .limit(1)
    const own = uuidv7()
    await ownerDb.insert(appliance).values({ ...unit!, id: own, serial: own, nextDueOn: '2020-01-31', lastVisitAt: null })
    const due = await fallsDue(maren, maren.timeZone, NOW, appDb)
    const body = reminderBody('Maren Ostby', 'Hollowmere Heat', due)!
    expect(body).toMatch(/^Hello Maren Ostby,\n\nServices due/)
    expect(body).toContain('31 Jan 2020')
    expect(body).not.toMatch(/undefined|null|NaN/)
    await ownerDb.delete(appliance).where(eq(appliance.id, own))
    expect(reminderBody('X', 'Y', { services: [], calibrations: [], followUps: [] })).toBeNull()
    const many = {
      services: Array.from({ length: 31 }, (_, i) => ({ ...due.services[0]!, id: String(i) })),
      calibrations: [],
      followUps: [],
    }
    expect(
      reminderBody('X', 'Y', many)!
        .split('\n')
        .filter((l) => l.startsWith('- ')),
    ).toHaveLength(31)
  })

  test('goes to leads and planners only, and through their own firm’s outbox', async () => {
    const before = await ownerDb.$count(mail, eq(mail.kind, 'reminder'))
    const sent = await remind(maren, NOW, appDb)
    const letters = await ownerDb
      .select()
      .from(mail)
      .where(and(eq(mail.kind, 'reminder'), eq(mail.firmId, maren.firmId)))
    expect(letters.length - before).toBe(sent)
    expect(letters.map((l) => l.toName)).toContain('Maren Ostby')
    expect(letters.map((l) => l.toName)).not.toContain('Tobias Achterberg')
  })

  test('is sent once on a Monday from six in the firm’s own morning, where a lead wants it', async () => {
    // A zone in which it is Monday after six now: there is none on most days, so the day is moved instead.
    const [own] = await ownerDb.select().from(firm).where(eq(firm.id, maren.firmId))
    const monday = await ownerDb.execute<{ ok: boolean }>(
      sql`select extract(isodow from now() at time zone ${own!.timeZone}) = 1 and extract(hour from now() at time zone ${own!.timeZone}) >= 6 as ok`,
    )
    await ownerDb.update(firm).set({ reminders: true, remindedOn: null }).where(eq(firm.id, maren.firmId))
    expect(await remindAll(signInDb, appDb)).toBe(monday[0]!.ok ? 1 : 0)
    expect(await remindAll(signInDb, appDb)).toBe(0)
    await ownerDb.update(firm).set({ reminders: false, remindedOn: null }).where(eq(firm.id, maren.firmId))
    expect(await remindAll(signInDb, appDb)).toBe(0)
  })
})
