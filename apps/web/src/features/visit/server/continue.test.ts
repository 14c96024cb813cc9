import { sheetsOf } from '@lucerna/core/visit'
import { eq } from 'drizzle-orm'
import sharp from 'sharp'
import { v7 as uuidv7 } from 'uuid'
import { followUp, photo } from '@/db/schema'
import { listPhotos, readPhoto } from '@/features/places/server/photos'
import { reportOf } from '@/features/report/queries'
import { parseFields } from '@/server/fields'
import { preparePhoto } from '@/server/picture'
import type { Actor } from '@/server/actorOf'
import { actorNamed, closeAll, event, inside, newVisit, ownerDb, post, started } from '@/test/world'
import { createVisit, newVisitSchema } from './create'
import { foldLoaded, loadVisit } from './load'
import { keepVisitPhoto, visitPhotoSchema } from './visitPhotos'

let tobias: Actor
let noor: Actor
let ruben: Actor
let jpeg: Buffer
beforeAll(async () => {
  ;[tobias, noor, ruben] = (await Promise.all(['Tobias Achterberg', 'Noor Vance', 'Ruben Calder'].map(actorNamed))) as [Actor, Actor, Actor]
  jpeg = await sharp({ create: { width: 60, height: 40, channels: 3, background: '#765' } })
    .jpeg()
    .toBuffer()
})
afterAll(closeAll)

const now = () => new Date().toISOString()

/** A visit that ends isolated, with its nipple open, a lead off, and “clean or adjust?” answered. */
async function unfinished() {
  const { visitId, applianceId, siteId } = await newVisit(tobias, '7 Quarry Row')
  const end = uuidv7()
  const lead = uuidv7()
  await post(tobias, visitId, [
    started(visitId, applianceId),
    event(visitId, 'loose-end.opened', { looseEndId: end, kind: 'test-point', key: 'test-point.inlet', label: 'Inlet nipple open' }),
    ...(['tester-before', 'proves', 'dead', 'dead', 'tester-after', 'proves'] as const).flatMap((id, i, all) =>
      i % 2 === 0 ? [event(visitId, 'observation.made', { observationId: id, answer: all[i + 1] })] : [],
    ),
    event(visitId, 'item.disturbed', { itemId: lead, kind: 'lead', label: 'Rod lead' }),
    event(visitId, 'observation.made', { observationId: 'condition', answer: 'dirty' }, { stepId: 'condition' }),
    event(visitId, 'step.done', {}, { stepId: 'condition' }),
    event(visitId, 'step.done', {}, { stepId: 'make-safe' }),
    event(visitId, 'appliance.outcome-set', { outcome: 'left-isolated', reason: 'Part on order' }),
    event(visitId, 'visit.closed', { nextDueOn: null }),
  ])
  return { visitId, applianceId, siteId, end, lead }
}

test('a visit that goes on begins with what was judged and with what was left hanging and apart; putting it back closes the follow-up', async () => {
  const before = await unfinished()
  expect((await reportOf(tobias, before.visitId, now()))?.unfinished).toMatchObject({
    visitId: before.visitId,
    applianceIds: [before.applianceId],
  })
  const wish = { siteId: before.siteId, applianceIds: [before.applianceId], jobKind: 'annual-service' as const, continues: before.visitId }
  const visitId = await inside(tobias, (tx) => createVisit(tx, tobias, wish, now()))
  const loaded = await inside(tobias, (tx) => loadVisit(tx, tobias.firmId, visitId))
  const state = foldLoaded(loaded)
  expect(state.appliances[0]!.steps.condition).toMatchObject({ status: 'done', carried: true })
  expect(state.appliances[0]!.steps['make-safe']).toBeUndefined()
  expect(state.appliances[0]!.observations.dead).toBeUndefined()
  expect(state.looseEnds.filter((l) => l.id === before.end)).toMatchObject([{ label: 'Inlet nipple open', carried: true, closedAt: null }])
  expect(state.disturbed.filter((d) => d.id === before.lead)).toMatchObject([{ label: 'Rod lead', carried: true, refitted: null }])
  // Nobody is offered a second one.
  expect((await reportOf(tobias, before.visitId, now()))?.unfinished).toBeNull()

  await post(tobias, visitId, [
    started(visitId, before.applianceId),
    event(visitId, 'item.refitted', { itemId: before.lead, check: 'tug' }),
    event(visitId, 'loose-end.closed', { looseEndId: before.end, leakCheck: { method: 'detector', tight: true } }),
    event(visitId, 'appliance.outcome-set', { outcome: 'left-isolated', reason: 'Still waiting' }),
    event(visitId, 'visit.closed', { nextDueOn: null }),
  ])
  const rows = await ownerDb.select().from(followUp).where(eq(followUp.visitId, before.visitId))
  const closed = (key: string) => rows.find((r) => r.sourceKey === key)?.closedAt
  expect(closed(`loose-end:${before.end}`)).not.toBeNull()
  expect(closed(`disturbed:${before.lead}`)).not.toBeNull()
  expect((await reportOf(tobias, visitId, now()))?.model.continues?.visitId).toBe(before.visitId)
})

test('only what was closed and not finished can be gone on with, as the same job or another, at the same site, in the same firm', async () => {
  const open = await newVisit(tobias, '7 Quarry Row')
  const wish = { siteId: open.siteId, applianceIds: [open.applianceId], jobKind: 'annual-service' as string }
  const tried = (actor: Actor, more: object) =>
    inside(actor, async (tx) => createVisit(tx, actor, parseFields(newVisitSchema, { ...wish, ...more }), now()))
  await expect(tried(tobias, { continues: open.visitId })).rejects.toMatchObject({ status: 409, code: 'not-closed' })
  await expect(tried(tobias, { continues: uuidv7() })).rejects.toMatchObject({ status: 404 })
  const done = await unfinished()
  await expect(tried(ruben, { continues: done.visitId })).rejects.toMatchObject({ status: 404 })
  const other = await newVisit(tobias, '11 Quarry Row')
  await expect(tried(tobias, { continues: done.visitId, siteId: other.siteId, applianceIds: [other.applianceId] })).rejects.toMatchObject({
    status: 422,
  })
  // What was begun as a service turned out to be a breakdown.
  const as = await tried(tobias, { continues: done.visitId, jobKind: 'breakdown' })
  const loaded = await inside(tobias, (tx) => loadVisit(tx, tobias.firmId, as))
  expect(loaded.context.jobKind).toBe('breakdown')
  expect(sheetsOf(loaded.context, foldLoaded(loaded))[done.applianceId]!.map((s) => s.kind)).toContain('complaint')
})

describe('pictures of a visit', () => {
  test('kept once under the device’s own id; a signature is in no gallery; another visit’s id, firm or appliance is refused', async () => {
    const { visitId, applianceId, siteId } = await newVisit(tobias, '7 Quarry Row')
    const photoId = uuidv7()
    const keep = (actor: Actor, ids: { visitId: string; photoId: string }, about: object = {}, bytes = jpeg) =>
      inside(actor, async (tx) => keepVisitPhoto(tx, actor, ids, parseFields(visitPhotoSchema, about), await preparePhoto(bytes), now()))
    expect(await keep(tobias, { visitId, photoId }, { applianceId, caption: 'Stain' })).toBe('kept')
    expect(await keep(tobias, { visitId, photoId }, { applianceId, caption: 'Stain' })).toBe('known')
    const drawing = uuidv7()
    expect(await keep(tobias, { visitId, photoId: drawing }, { kind: 'signature', caption: 'R. Fennick' })).toBe('kept')
    const shown = await inside(tobias, (tx) => listPhotos(tx, tobias, { siteId }))
    expect(shown.map((p) => p.id)).toContain(photoId)
    expect(shown.map((p) => p.id)).not.toContain(drawing)
    expect((await inside(tobias, (tx) => readPhoto(tx, tobias, drawing, 'small'))).byteLength).toBeGreaterThan(100)
    const [row] = await ownerDb.select().from(photo).where(eq(photo.id, photoId))
    expect(row).toMatchObject({ visitId, applianceId, kind: 'photo', caption: 'Stain' })

    const elsewhere = await newVisit(tobias, '11 Quarry Row')
    await expect(keep(tobias, { visitId: elsewhere.visitId, photoId })).rejects.toMatchObject({ status: 409 })
    await expect(keep(tobias, { visitId, photoId: uuidv7() }, { applianceId: elsewhere.applianceId })).rejects.toMatchObject({
      status: 404,
    })
    await expect(keep(ruben, { visitId, photoId: uuidv7() })).rejects.toMatchObject({ status: 404 })
    await expect(keep(noor, { visitId, photoId: uuidv7() })).rejects.toMatchObject({ status: 403 })
    await expect(keep(tobias, { visitId, photoId: uuidv7() }, {}, Buffer.from('no picture'))).rejects.toMatchObject({ status: 415 })
    await expect(keep(tobias, { visitId, photoId: uuidv7() }, { kind: 'film' })).rejects.toMatchObject({ status: 422 })
  })
})

test('the pipe list and the meter give the volume that a tightness test needs; without them none is guessed', async () => {
  const of = async (site: string) => {
    const { visitId } = await newVisit(tobias, site)
    return (await inside(tobias, (tx) => loadVisit(tx, tobias.firmId, visitId))).context.appliances[0]!.facts
  }
  const known = await of('7 Quarry Row')
  expect(known.meterKind).toBe('small-diaphragm')
  expect(known.installationVolumeM3 === undefined || known.installationVolumeM3 > 0.008).toBe(true)
})

test('a fault that was not settled goes on in the next visit of that appliance, and ends when it is settled there', async () => {
  const faultId = uuidv7()
  const before = await newVisit(tobias, '7 Quarry Row')
  const said = { symptom: 'drops-out', intermittent: true, circumstances: [], renewed: [] }
  await post(tobias, before.visitId, [
    started(before.visitId, before.applianceId),
    event(before.visitId, 'fault.described', { faultId, ...said }),
    event(before.visitId, 'check.made', { faultId, checkId: 'start', result: 'runs' }),
    event(before.visitId, 'appliance.outcome-set', { outcome: 'left-isolated', reason: 'Comes and goes' }),
    event(before.visitId, 'visit.closed', { nextDueOn: null }),
  ])
  const next = async () => {
    const wish = { siteId: before.siteId, applianceIds: [before.applianceId], jobKind: 'annual-service' as const }
    return inside(tobias, (tx) => createVisit(tx, tobias, wish, now()))
  }
  const faultsOf = async (id: string) => foldLoaded(await inside(tobias, (tx) => loadVisit(tx, tobias.firmId, id))).faults
  const second = await next()
  expect(await faultsOf(second)).toMatchObject([{ id: faultId, carried: true, checks: [{ checkId: 'start', carried: true }] }])
  const post2 = (...events: Parameters<typeof post>[2]) => post(tobias, second, events)
  await post2(started(second, before.applianceId), event(second, 'check.made', { faultId, checkId: 'lead-moved', result: 'lead-varies' }))
  expect((await faultsOf(second))[0]!.checks).toHaveLength(2)
  await post2(
    event(second, 'appliance.outcome-set', { outcome: 'left-isolated', reason: 'Lead on order' }),
    event(second, 'visit.closed', { nextDueOn: null }),
  )
  // Once over, the second visit still begins with what the first had found, and the third with all of it.
  expect((await faultsOf(second))[0]!.checks.map((c) => c.carried)).toEqual([true, false])
  const third = await next()
  expect((await faultsOf(third)).map((f) => f.checks.map((c) => c.carried))).toEqual([[true, true]])
  await post(tobias, third, [
    started(third, before.applianceId),
    event(third, 'fault.settled', { faultId, causeIds: ['lead'], proved: true }),
    event(third, 'appliance.outcome-set', { outcome: 'left-isolated', reason: 'Gas off outside' }),
    event(third, 'visit.closed', { nextDueOn: null }),
  ])
  expect(await faultsOf(await next())).toEqual([])
})
