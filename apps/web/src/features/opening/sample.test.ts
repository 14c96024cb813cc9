import { and, eq, sql } from 'drizzle-orm'
import { instrument, report, site, visit, visitEvent } from '@/db/schema'
import type { Actor } from '@/server/actor'
import { actorNamed, closeAll, inside, ownerDb } from '@/test/world'
import { addSample, hasSample, removeSample, soonToday } from './server/sample'

let maren: Actor
beforeAll(async () => {
  maren = await actorNamed('Maren Ostby')
})
afterAll(closeAll)
const NOW = new Date()
const mine = () => and(eq(site.firmId, maren.firmId), eq(site.sample, true))
const OF_VISITS = ['visit_event', 'visit_value', 'visit_appliance', 'report', 'follow_up']
/** Rows that still belong to some visits or sites. Other tests write to the same firm meanwhile: totals say nothing. */
const left = async (sites: readonly string[], visits: readonly string[]) => {
  const ids = (list: readonly string[]) => sql`any (${`{${list.join(',')}}`}::uuid[])`
  const counts = await Promise.all(
    [
      ...OF_VISITS.map((t) => sql`select count(*)::int as n from ${sql.identifier(t)} where visit_id = ${ids(visits)}`),
      ...['visit', 'appliance', 'gas_supply', 'photo'].map(
        (t) => sql`select count(*)::int as n from ${sql.identifier(t)} where site_id = ${ids(sites)}`,
      ),
      sql`select count(*)::int as n from search_entry where subject_id = any (${`{${[...sites, ...visits].join(',')}}`}::text[])`,
    ].map((q) => ownerDb.execute<{ n: number }>(q)),
  )
  return counts.reduce((sum, [row]) => sum + row!.n, 0)
}

test.each([
  ['2026-06-01T09:20:00Z', 'Europe/Zurich', '2026-06-01T10:00:00.000Z'],
  ['2026-06-01T09:50:00Z', 'Europe/Zurich', '2026-06-01T11:00:00.000Z'],
  // Half past eleven in the evening there: the next full hour is tomorrow.
  ['2026-06-01T21:30:00Z', 'Europe/Zurich', '2026-06-01T21:30:00.000Z'],
  ['2026-06-02T03:30:00Z', 'America/Chicago', '2026-06-02T04:00:00.000Z'],
  ['2026-06-02T04:30:00Z', 'America/Chicago', '2026-06-02T04:30:00.000Z'],
])('at %s in %s the sample’s visit is planned for %s: soon, and today', (now, zone, planned) => {
  expect(soonToday(new Date(now), zone).toISOString()).toBe(planned)
})

test('samples are there to try with, once, and one button takes all of them away and nothing else', async () => {
  await inside(maren, (tx) => removeSample(tx, maren, NOW))
  const kept = await ownerDb.$count(report, eq(report.firmId, maren.firmId))
  await inside(maren, (tx) => addSample(tx, maren, NOW))
  expect(await inside(maren, (tx) => hasSample(tx, maren.firmId))).toBe(true)
  const sites = await ownerDb.select().from(site).where(mine())
  expect(sites).toHaveLength(2)
  expect(sites.every((s) => s.name.endsWith('(sample)') && s.emergencyNumber === null)).toBe(true)
  const visits = await ownerDb
    .select()
    .from(visit)
    .where(sql`site_id in (select id from site where sample and firm_id = ${maren.firmId})`)
  expect(visits.filter((v) => v.status === 'closed').length).toBeGreaterThanOrEqual(4)
  expect(visits.filter((v) => v.status === 'planned' && v.assignedTo === maren.userId)).toHaveLength(1)
  expect(
    await ownerDb.$count(
      report,
      sql`visit_id in (select v.id from visit v join site s on s.id = v.site_id where s.sample and s.firm_id = ${maren.firmId})`,
    ),
  ).toBeGreaterThan(0)
  await expect(inside(maren, (tx) => addSample(tx, maren, NOW))).rejects.toMatchObject({ status: 409 })
  expect(
    await left(
      sites.map((s) => s.id),
      visits.map((v) => v.id),
    ),
  ).toBeGreaterThan(100)
  const gone = await inside(maren, (tx) => removeSample(tx, maren, NOW))
  expect(gone).toMatchObject({ sites: 2, visits: visits.length })
  expect(
    await left(
      sites.map((s) => s.id),
      visits.map((v) => v.id),
    ),
  ).toBe(0)
  expect(await ownerDb.$count(report, eq(report.firmId, maren.firmId))).toBeGreaterThanOrEqual(kept)
}, 60_000)

test('an instrument that a real visit was worked with stays; only a lead takes samples away', async () => {
  const [event] = await ownerDb
    .select()
    .from(visitEvent)
    .where(and(eq(visitEvent.firmId, maren.firmId), eq(visitEvent.type, 'instruments.chosen')))
    .limit(1)
  const [used] = await ownerDb
    .select()
    .from(instrument)
    .where(and(eq(instrument.firmId, maren.firmId), sql`${JSON.stringify(event!.data)} like '%' || ${instrument.id}::text || '%'`))
    .limit(1)
  await ownerDb.update(instrument).set({ sample: true }).where(eq(instrument.id, used!.id))
  const tobias = await actorNamed('Tobias Achterberg')
  await expect(inside(tobias, (tx) => removeSample(tx, tobias, NOW))).rejects.toThrow()
  await inside(maren, (tx) => removeSample(tx, maren, NOW))
  const [kept] = await ownerDb.select().from(instrument).where(eq(instrument.id, used!.id))
  expect(kept).toMatchObject({ sample: false })
})
