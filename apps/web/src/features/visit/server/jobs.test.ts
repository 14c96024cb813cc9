import { JOB_KINDS, type JobKind } from '@lucerna/core/procedure'
import { eq } from 'drizzle-orm'
import { v7 as uuidv7 } from 'uuid'
import { appliance, followUp } from '@/db/schema'
import type { Actor } from '@/server/actor'
import { actorNamed, closeAll, event, inside, ownerDb, post } from '@/test/world'
import { createVisit } from './create'
import { sheetsOf } from '@lucerna/core/visit'
import { foldLoaded, loadVisit } from './load'

let tobias: Actor
beforeAll(async () => {
  tobias = await actorNamed('Tobias Achterberg')
})
afterAll(closeAll)

const plan = (card: string, jobKind: JobKind) =>
  inside(tobias, async (tx) => {
    const [unit] = await tx.select().from(appliance).where(eq(appliance.cardId, card))
    const id = await createVisit(tx, tobias, { siteId: unit!.siteId, applianceIds: [unit!.id], jobKind }, new Date().toISOString())
    return { id, applianceId: unit!.id }
  })
/** Started as planned; on an appliance that no other test counts the visits of. */
const start = async (id: string, jobKind?: string) => {
  const { row, context } = await load(id)
  return event(id, 'visit.started', {
    jobKind: jobKind ?? row.jobKind,
    practice: { id: row.practiceId, version: row.practiceVersion },
    cards: context.appliances.map((a) => ({ applianceId: a.id, cardId: a.card.id, version: a.card.version })),
  })
}
const TORCH = 'pellan-torch-450'
const load = (id: string) => inside(tobias, (tx) => loadVisit(tx, tobias.firmId, id))
const close = (visitId: string, applianceId: string, outcome: string) =>
  post(tobias, visitId, [
    event(visitId, 'appliance.outcome-set', { outcome, reason: 'Gas off, tagged' }, { applianceId }),
    event(visitId, 'visit.closed', { nextDueOn: null }),
  ])

test.each(JOB_KINDS.filter((job) => job !== 'change-of-gas'))('a visit for %s is planned and has its sheet', async (job) => {
  const { id, applianceId } = await plan(TORCH, job)
  const loaded = await load(id)
  expect(loaded.row.jobKind).toBe(job)
  const sheet = sheetsOf(loaded.context, foldLoaded(loaded))[applianceId]!
  expect(sheet.at(-1)?.kind).toBe('finish')
  expect(sheet.some((s) => s.kind === 'make-safe')).toBe(true)
})

test('a job that makes no sense is refused with the reason in words; a start for another job than planned too', async () => {
  await expect(plan('galder-adapt-24', 'change-of-gas')).rejects.toMatchObject({
    status: 422,
    code: 'no-other-gas',
    message: expect.stringContaining('made for one gas only'),
  })
  const { id } = await plan(TORCH, 'breakdown')
  await expect(post(tobias, id, [await start(id, 'annual-service')])).rejects.toMatchObject({ status: 422 })
})

test('what a visit left open hangs in the next one, is closed there with its leak check, and is done', async () => {
  const { id: visitId, applianceId } = await plan(TORCH, 'annual-service')
  const looseEndId = uuidv7()
  await post(tobias, visitId, [
    await start(visitId),
    event(
      visitId,
      'loose-end.opened',
      { looseEndId, kind: 'test-point', key: 'test-point.inlet', label: 'Inlet nipple open' },
      { applianceId },
    ),
  ])
  await close(visitId, applianceId, 'left-isolated')
  const ends = async (id: string) => foldLoaded(await load(id)).looseEnds.filter((l) => l.id === looseEndId)

  const next = await plan(TORCH, 'annual-service')
  expect(await ends(next.id)).toMatchObject([{ label: 'Inlet nipple open', kind: 'test-point', carried: true, closedAt: null }])
  await post(tobias, next.id, [await start(next.id)])
  await expect(close(next.id, applianceId, 'in-normal-service')).rejects.toMatchObject({ status: 409 })
  await post(tobias, next.id, [
    event(next.id, 'loose-end.closed', { looseEndId, leakCheck: { method: 'detector-and-fluid', tight: true } }, { applianceId }),
  ])
  await close(next.id, applianceId, 'handed-over')
  const kept = await ownerDb
    .select()
    .from(followUp)
    .where(eq(followUp.sourceKey, `loose-end:${looseEndId}`))
  expect(kept).toHaveLength(1)
  expect(kept[0]?.closedAt).not.toBeNull()
  // The visit that closed it still shows that it did; the one after that has nothing of it.
  expect(await ends(next.id)).toMatchObject([{ leakCheck: 'detector-and-fluid' }])
  const third = await plan(TORCH, 'annual-service')
  expect(await ends(third.id)).toEqual([])
})

test('a part to be ordered is a follow-up with the day of the return visit, once', async () => {
  const { id, applianceId } = await plan(TORCH, 'breakdown')
  await post(tobias, id, [
    await start(id),
    event(
      id,
      'part.needed',
      { needId: uuidv7(), part: 'Door seal', number: 'TW-7714', why: 'Cracked', backOn: '2027-02-01' },
      { applianceId },
    ),
  ])
  await close(id, applianceId, 'left-isolated')
  const rows = await ownerDb.select().from(followUp).where(eq(followUp.visitId, id))
  expect(rows.filter((r) => r.kind === 'part')).toMatchObject([
    { text: 'Door seal, TW-7714, Cracked', dueOn: '2027-02-01', closedAt: null, applianceId },
  ])
})

test('in normal service against a disturbed thing is refused; leaving it isolated never is', async () => {
  const { id: visitId, applianceId } = await plan(TORCH, 'annual-service')
  await post(tobias, visitId, [
    await start(visitId),
    event(visitId, 'item.disturbed', { itemId: uuidv7(), kind: 'earth', label: 'Earth tag' }, { applianceId }),
    event(visitId, 'start.tried', { lit: false }, { applianceId }),
  ])
  const state = foldLoaded(await load(visitId))
  expect(state.breaches.map((b) => b.code)).toEqual(['dismantled-before-proved-dead', 'fired-against-a-stop'])
  await expect(close(visitId, applianceId, 'in-normal-service')).rejects.toMatchObject({ status: 409 })
  await close(visitId, applianceId, 'left-isolated')
  expect(foldLoaded(await load(visitId)).status).toBe('closed')
})
