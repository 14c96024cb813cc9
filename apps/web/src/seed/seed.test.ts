import { eq, inArray } from 'drizzle-orm'
import { appliance, report, visit, visitAppliance } from '@/db/schema'
import { closeAll, ownerDb, ownerUrl } from '@/test/world'
import { idMaker } from './ids'
import { seedToday, seedWorld } from './seed'
import { DEMO_FIRMS } from './world'
import { zonedInstant } from '@/ui/zoned'

afterAll(closeAll)

test('seeding a seeded database changes nothing', async () => {
  // Of the visits that the seed plans: other tests plan their own meanwhile.
  const planned = DEMO_FIRMS.flatMap((f) => [...f.today, ...f.later].map((p) => p.remark))
  const count = async () => (await ownerDb.select().from(visit).where(inArray(visit.remark, planned))).length
  const before = await count()
  expect(await seedWorld(ownerUrl, 'unused-password', new Date())).toBe(false)
  expect(await seedToday(ownerUrl, new Date())).toBe(0)
  expect(await count()).toBe(before)
})

test('the Larch has its twelve years, in order, closed, each with a report', async () => {
  const rows = await ownerDb
    .select({ closedAt: visit.closedAt, outcome: visitAppliance.outcome, version: report.version })
    .from(visitAppliance)
    .innerJoin(visit, eq(visit.id, visitAppliance.visitId))
    .innerJoin(appliance, eq(appliance.id, visitAppliance.applianceId))
    .innerJoin(report, eq(report.visitId, visit.id))
    .where(eq(appliance.serial, 'TW28-140377'))
  const past = rows.filter((r) => r.closedAt && Date.parse(r.closedAt) < Date.now() - 86_400_000)
  expect(past).toHaveLength(12)
  expect(past.every((r) => r.outcome === 'in-normal-service')).toBe(true)
})

test('every firm has somebody to sign in and something to do today', () => {
  for (const firm of DEMO_FIRMS) {
    expect(firm.people.some((p) => p.role === 'lead')).toBe(true)
    for (const plan of firm.today)
      expect([firm.sites.some((s) => s.name === plan.site), firm.people.some((p) => p.key === plan.person)]).toEqual([true, true])
  }
})

test('ids are version 7, in order of time, and the same for the same seed', () => {
  const make = () => {
    const next = idMaker(5)
    return [next(new Date('2024-01-01')), next(new Date('2025-01-01'))] as const
  }
  expect(make()).toEqual(make())
  const [a, b] = make()
  expect(a).toMatch(/^[0-9a-f]{8}-[0-9a-f]{4}-7[0-9a-f]{3}-[89ab][0-9a-f]{3}-[0-9a-f]{12}$/)
  expect(a < b).toBe(true)
})

test.each([
  ['2026-06-01', '08:30', 'Europe/Zurich', '2026-06-01T06:30:00.000Z'],
  ['2026-12-01', '08:30', 'Europe/Zurich', '2026-12-01T07:30:00.000Z'],
  ['2026-03-29', '08:30', 'Europe/Zurich', '2026-03-29T06:30:00.000Z'],
  ['2026-10-25', '08:30', 'Europe/Zurich', '2026-10-25T07:30:00.000Z'],
  ['2026-03-29', '00:00', 'Europe/Zurich', '2026-03-28T23:00:00.000Z'],
  ['2026-06-01', '09:00', 'America/Halifax', '2026-06-01T12:00:00.000Z'],
])('%s %s in %s', (day, time, zone, instant) => expect(zonedInstant(day, time, zone).toISOString()).toBe(instant))
