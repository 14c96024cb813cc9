import { eq, sql } from 'drizzle-orm'
import { renderToStaticMarkup } from 'react-dom/server'
import { drift, oldPaper } from '@/db/schema'
import { projectDrift } from '@/features/visit/server'
import type { Actor } from '@/server/actor'
import { actorNamed, appDb, closeAll, inside, ownerDb } from '@/test/world'
import { LeavingTable, UnlikeTable } from './TrendsTable'
import { listTrends, trendsQuerySchema } from './server/trends'

let maren: Actor
let ruben: Actor
beforeAll(async () => {
  ;[maren, ruben] = (await Promise.all(['Maren Ostby', 'Ruben Calder'].map(actorNamed))) as [Actor, Actor]
})
afterAll(closeAll)
const list = (actor: Actor, query: object = {}) => listTrends(actor, trendsQuerySchema.parse(query), appDb)
const text = (html: string) => html.replaceAll(/<[^>]+>/g, ' ').replaceAll(/\s+/g, ' ')

test('figures that leave their limits, the soonest first, each with its interval; the other firm’s are not among them', async () => {
  const { rows } = await list(maren)
  expect(rows.length).toBeGreaterThan(3)
  const days = rows.map((r) => r.drift.leavesOn!)
  expect(days).toEqual(days.toSorted())
  for (const { drift: d } of rows) {
    expect(d.leavesFrom! <= d.leavesOn!).toBe(true)
    expect(d.leavesUntil === null || d.leavesUntil >= d.leavesOn!).toBe(true)
    expect(d.yearlyLowSi).toBeLessThanOrEqual(d.yearlyHighSi)
  }
  const others = await list(ruben)
  expect(others.rows.map((r) => r.site).filter((s) => rows.some((r) => r.site === s))).toEqual([])
  const { rows: only } = await list(maren, { figure: 'pressure.chamberDifferential' })
  expect(new Set(only.map((r) => r.drift.measurandId))).toEqual(new Set(['pressure.chamberDifferential']))
  const said = text(renderToStaticMarkup(<LeavingTable rows={rows} units="metric" today="2026-11-30" />))
  expect(said).toContain('7 Quarry Row')
  expect(said).not.toMatch(/undefined|null|NaN|trends\./)
})

test('pages go on where the one before ended, and nonsense in the address is overlooked', async () => {
  const { rows } = await list(maren)
  const third = rows[2]!.drift
  const rest = await list(maren, { after: `${rows[1]!.drift.leavesOn}|${rows[1]!.drift.applianceId}|${rows[1]!.drift.key}` })
  expect(rest.rows[0]!.drift).toMatchObject({ applianceId: third.applianceId, key: third.key })
  expect(trendsQuerySchema.parse({ show: 'x', figure: 'y', after: "'; drop" })).toEqual({
    show: 'leaving',
    figure: undefined,
    after: undefined,
  })
})

test('a reading unlike before is told with what was expected', async () => {
  const [one] = await ownerDb.select().from(drift).where(eq(drift.firmId, maren.firmId)).limit(1)
  await ownerDb
    .update(drift)
    .set({ deviations: -4.2, foundSi: 120, expectedSi: 150 })
    .where(sql`appliance_id = ${one!.applianceId} and key = ${one!.key}`)
  const { rows } = await list(maren, { show: 'unlike' })
  expect(rows.some((r) => r.drift.key === one!.key)).toBe(true)
  const said = text(renderToStaticMarkup(<UnlikeTable rows={rows} units="metric" />))
  expect(said).toContain('4.2 times the usual spread lower')
  // Made anew from visits and papers, the strange row is gone again.
  await inside(maren, (tx) => projectDrift(tx, maren.firmId, [one!.applianceId]))
  const [again] = await ownerDb
    .select()
    .from(drift)
    .where(sql`appliance_id = ${one!.applianceId} and key = ${one!.key}`)
  expect(again!.deviations).not.toBe(-4.2)
})

test('what is copied from an old paper counts', async () => {
  const [one] = await ownerDb
    .select()
    .from(drift)
    .where(sql`firm_id = ${maren.firmId} and measurand_id = 'co.flue' and points >= 2`)
    .limit(1)
  const id = '01980000-0000-7000-8000-00000000d41f'
  await ownerDb.insert(oldPaper).values({
    ...{ id, firmId: maren.firmId, applianceId: one!.applianceId, kind: 'slip', doneOn: '2009-05-01', who: null, words: null },
    figures: [{ measurandId: 'co.flue', stationId: one!.stationId, firingStateId: one!.firingStateId, valueSi: 20e-6, text: '20' }],
    ...{ createdAt: new Date().toISOString(), createdBy: maren.userId },
  })
  const points = async () => {
    await inside(maren, (tx) => projectDrift(tx, maren.firmId, [one!.applianceId]))
    return (
      await ownerDb
        .select()
        .from(drift)
        .where(sql`appliance_id = ${one!.applianceId} and key = ${one!.key}`)
    )[0]!.points
  }
  expect(await points()).toBe(one!.points + 1)
  await ownerDb.delete(oldPaper).where(eq(oldPaper.id, id))
  expect(await points()).toBe(one!.points)
})
