import { and, eq, inArray, isNull, lt } from 'drizzle-orm'
import { v7 as uuidv7 } from 'uuid'
import { appliance, followUp, instrument, report, visit, visitEvent, visitValue } from '@/db/schema'
import type { Actor } from '@/server/actor'
import { actorNamed, closeAll, event, inside, newVisit, ownerDb, ownerUrl, post, reading, started } from '@/test/world'
import { rebuildProjections } from '@/commands/rebuild'
import { loadVisit } from './load'
import { readVisit } from './read'

let tobias: Actor
let ilse: Actor
let noor: Actor
let wim: Actor
beforeAll(async () => {
  ;[tobias, ilse, noor, wim] = (await Promise.all(['Tobias Achterberg', 'Ilse Fontane', 'Noor Vance', 'Wim Tacoma'].map(actorNamed))) as [
    Actor,
    Actor,
    Actor,
    Actor,
  ]
})
afterAll(closeAll)

const storedIn = (visitId: string) => ownerDb.select().from(visitEvent).where(eq(visitEvent.visitId, visitId))
const refused = (status: number, path?: string) =>
  expect.objectContaining({ status, ...(path && { errors: expect.arrayContaining([expect.objectContaining({ path })]) }) })

describe('appending', () => {
  test('events get their place in order; repeating them changes nothing', async () => {
    const { visitId, applianceId } = await newVisit(tobias, '7 Quarry Row')
    const list = [
      started(visitId, applianceId),
      event(visitId, 'note.added', { text: 'first' }),
      event(visitId, 'note.added', { text: 'second' }),
    ]
    const first = await post(tobias, visitId, list)
    expect(first.accepted.map((a) => a.seq)).toEqual([1, 2, 3])
    const again = await post(tobias, visitId, [...list, event(visitId, 'note.added', { text: 'third' })])
    expect(again.accepted.map((a) => a.seq)).toEqual([1, 2, 3, 4])
    expect(await storedIn(visitId)).toHaveLength(4)
  })

  test('the same event twice in one list counts once', async () => {
    const { visitId, applianceId } = await newVisit(tobias, '7 Quarry Row')
    const start = started(visitId, applianceId)
    await post(tobias, visitId, [start, start])
    expect(await storedIn(visitId)).toHaveLength(1)
  })

  test('same id, other content: refused, the stored one stands', async () => {
    const { visitId, applianceId } = await newVisit(tobias, '7 Quarry Row')
    const note = event(visitId, 'note.added', { text: 'as it was' })
    await post(tobias, visitId, [started(visitId, applianceId), note])
    await expect(post(tobias, visitId, [{ ...note, data: { text: 'otherwise' } }])).rejects.toEqual(refused(409, 'events[0].id'))
    expect((await storedIn(visitId)).find((e) => e.id === note.id)?.data).toEqual({ text: 'as it was' })
  })

  test('two devices at once: every event has its own place', async () => {
    const { visitId, applianceId } = await newVisit(tobias, '7 Quarry Row')
    await post(tobias, visitId, [started(visitId, applianceId)])
    await Promise.all(
      Array.from({ length: 8 }, (_, i) =>
        post(tobias, visitId, [
          event(visitId, 'note.added', { text: `device ${i}` }),
          event(visitId, 'note.added', { text: `again ${i}` }),
        ]),
      ),
    )
    expect((await storedIn(visitId)).map((e) => e.seq).sort((a, b) => a - b)).toEqual(Array.from({ length: 17 }, (_, i) => i + 1))
  })

  test('the list is all or nothing; index and field are named', async () => {
    const { visitId, applianceId } = await newVisit(tobias, '7 Quarry Row')
    const good = started(visitId, applianceId)
    const cases: [unknown, string][] = [
      [event(visitId, 'note.added', { text: '' }), 'events[1].data.text'],
      [event(visitId, 'nonsense', {}), 'events[1].type'],
      [event(uuidv7(), 'note.added', { text: 'x' }), 'events[1].visitId'],
      [event(visitId, 'note.added', { text: 'x' }, { applianceId: uuidv7() }), 'events[1].applianceId'],
      [event(visitId, 'reading.taken', { readings: [reading('o2.flue', 'flue', 'max', 0.25)] }), 'events[1].data.readings[0].valueSi'],
      [event(visitId, 'reading.taken', { readings: [reading('o2.flue', 'meter', 'max', 0.05)] }), 'events[1].data.readings[0].stationId'],
      [
        event(visitId, 'reading.taken', { readings: [reading('o2.flue', 'flue', 'turbo', 0.05)] }),
        'events[1].data.readings[0].firingStateId',
      ],
      [
        event(visitId, 'reading.taken', {
          readings: [reading('o2.flue', 'flue', 'max', 0.05, { source: { kind: 'typed', instrumentId: uuidv7() } })],
        }),
        'events[1].data.readings[0].source.instrumentId',
      ],
      [event(visitId, 'step.done', {}, { stepId: 'dance' }), 'events[1].stepId'],
      [
        event(visitId, 'adjustment.made', { adjusterId: 'no-such', direction: 'clockwise', amount: 1, unit: 'turn', firingStateId: 'max' }),
        'events[1].data.adjusterId',
      ],
      [{ ...started(visitId, uuidv7()) }, 'events[1].data.cards'],
      [{ ...good, id: uuidv7(), data: { ...good.data, practice: { id: 'imperial-oxygen', version: 1 } } }, 'events[1].data.practice'],
      ['text', 'events[1].type'],
    ]
    for (const [bad, path] of cases) await expect(post(tobias, visitId, [good, bad])).rejects.toEqual(refused(422, path))
    expect(await storedIn(visitId)).toHaveLength(0)
  })

  test.each([[[]], [Array.from({ length: 501 }, () => ({}))]])('a list of 1 to 500 is wanted', async (events) => {
    const { visitId } = await newVisit(tobias, '7 Quarry Row')
    await expect(post(tobias, visitId, events)).rejects.toEqual(refused(422, 'events'))
  })
})

describe('who may', () => {
  test('another firm’s visit does not exist', async () => {
    const { visitId } = await newVisit(tobias, '7 Quarry Row')
    await expect(post(wim, visitId, [event(visitId, 'note.added', { text: 'hello' })])).rejects.toEqual(refused(404))
    await expect(inside(wim, (tx) => readVisit(tx, wim.firmId, visitId))).rejects.toEqual(refused(404))
  })

  test('a planner records nothing; an apprentice records, adjusts provisionally, and does not close', async () => {
    const { visitId, applianceId } = await newVisit(tobias, '7 Quarry Row')
    await expect(post(noor, visitId, [started(visitId, applianceId)])).rejects.toEqual(refused(403, 'events[0].type'))
    await post(ilse, visitId, [
      started(visitId, applianceId),
      event(visitId, 'reading.taken', { readings: [reading('co.ambient', 'room', 'standing', 0)] }),
    ])
    const turned = event(visitId, 'adjustment.made', {
      adjusterId: 'throttle',
      direction: 'clockwise',
      amount: 0.125,
      unit: 'turn',
      firingStateId: 'max',
    })
    expect((await post(ilse, visitId, [turned])).accepted[0]).toMatchObject({ provisional: true })
    await expect(post(ilse, visitId, [event(visitId, 'visit.closed', { nextDueOn: null })])).rejects.toEqual(refused(403))
    await expect(post(ilse, visitId, [event(visitId, 'work.confirmed', { eventIds: [turned.id] })])).rejects.toEqual(refused(403))
    await post(tobias, visitId, [event(visitId, 'work.confirmed', { eventIds: [turned.id] })])
    expect((await inside(tobias, (tx) => readVisit(tx, tobias.firmId, visitId))).state.unconfirmed).toEqual([])
  })

  test('a lapsed licence acts as an apprentice', async () => {
    const { visitId, applianceId } = await newVisit(tobias, '7 Quarry Row')
    await post(tobias, visitId, [
      started(visitId, applianceId),
      event(visitId, 'appliance.outcome-set', { outcome: 'left-isolated', reason: 'no gas' }),
    ])
    const lapsed: Actor = { ...tobias, role: 'apprentice' }
    await expect(post(lapsed, visitId, [event(visitId, 'visit.closed', { nextDueOn: null })])).rejects.toEqual(refused(403))
  })
})

describe('endings', () => {
  test('normal service against the rules is refused and nothing of the list is stored; isolating is always possible', async () => {
    const { visitId, applianceId } = await newVisit(tobias, '7 Quarry Row')
    const looseEndId = uuidv7()
    await post(tobias, visitId, [
      started(visitId, applianceId),
      event(visitId, 'loose-end.opened', { looseEndId, kind: 'test-point', key: 'test-point.inlet', label: 'Inlet nipple open' }),
    ])
    const normal = event(visitId, 'appliance.outcome-set', { outcome: 'in-normal-service' })
    await expect(post(tobias, visitId, [event(visitId, 'note.added', { text: 'done' }), normal])).rejects.toEqual(
      expect.objectContaining({ status: 409, errors: expect.arrayContaining([expect.objectContaining({ code: 'loose-end-open' })]) }),
    )
    expect(await storedIn(visitId)).toHaveLength(2)
    await expect(post(tobias, visitId, [event(visitId, 'visit.closed', { nextDueOn: null })])).rejects.toEqual(refused(409))
    await post(tobias, visitId, [
      event(visitId, 'appliance.outcome-set', { outcome: 'left-isolated', reason: 'nipple damaged' }),
      event(visitId, 'visit.closed', { nextDueOn: null }),
    ])
    const [row] = await ownerDb.select().from(visit).where(eq(visit.id, visitId))
    expect(row).toMatchObject({ status: 'closed' })
    const [frozen] = await ownerDb.select().from(report).where(eq(report.visitId, visitId))
    // Another test may have left something hanging on the same appliance before.
    expect(frozen).toMatchObject({
      version: 1,
      model: { looseEnds: expect.arrayContaining([expect.objectContaining({ label: 'Inlet nipple open', closedAt: null })]) },
    })
    expect(frozen?.hash).toMatch(/^[0-9a-f]{64}$/)
  })

  test('a gate broken on the way is stored and called a breach', async () => {
    const { visitId, applianceId } = await newVisit(tobias, '7 Quarry Row')
    const looseEndId = uuidv7()
    await post(tobias, visitId, [
      started(visitId, applianceId),
      event(visitId, 'loose-end.opened', { looseEndId, kind: 'test-point', key: 'k', label: 'Nipple' }),
      event(visitId, 'loose-end.closed', { looseEndId }),
    ])
    expect((await inside(tobias, (tx) => readVisit(tx, tobias.firmId, visitId))).state.breaches).toMatchObject([
      { code: 'gas-joint-without-leak-check' },
    ])
  })

  test('a correction after closing makes a new report version; the first stands', async () => {
    const { visitId, applianceId } = await newVisit(tobias, '7 Quarry Row')
    const r = reading('pressure.standing', 'inlet', 'standing', 2200)
    await post(tobias, visitId, [
      started(visitId, applianceId),
      event(visitId, 'reading.taken', { readings: [r] }),
      event(visitId, 'appliance.outcome-set', { outcome: 'handed-over', reason: 'supplier' }),
      event(visitId, 'visit.closed', { nextDueOn: null }),
    ])
    await post(tobias, visitId, [
      event(visitId, 'reading.corrected', {
        readingId: r.id,
        reason: 'read the wrong line',
        replacement: reading('pressure.standing', 'inlet', 'standing', 2300),
      }),
    ])
    const versions = await ownerDb.select().from(report).where(eq(report.visitId, visitId)).orderBy(report.version)
    expect(versions.map((v) => v.version)).toEqual([1, 2])
    expect(versions[0]?.model.appliances[0]?.lines[0]?.takenAt).toBe(r.takenAt)
    expect(versions[0]?.hash).not.toBe(versions[1]?.hash)
  })

  test('what its screws did is known to the next visit, and to none before it', async () => {
    const { visitId, applianceId } = await newVisit(tobias, '7 Quarry Row')
    const [analyser] = await ownerDb
      .select()
      .from(instrument)
      .where(and(eq(instrument.firmId, tobias.firmId), eq(instrument.kind, 'analyser'), isNull(instrument.deletedAt)))
      .limit(1)
    const source = { kind: 'typed', instrumentId: analyser!.id }
    const co2 = (x: number) =>
      event(visitId, 'reading.taken', { readings: [reading('co2.flue', 'flue', 'max', x, { source, standardUncertainty: 0.001 })] })
    const turned = { adjusterId: 'throttle', direction: 'clockwise', amount: 0.25, unit: 'turn', firingStateId: 'max' }
    const known = async (id: string) =>
      (await inside(tobias, (tx) => loadVisit(tx, tobias.firmId, id))).context.appliances.find((a) => a.id === applianceId)?.turned
    const next = await newVisit(tobias, '7 Quarry Row')
    expect((await known(next.visitId))?.moves.some((m) => m.amount === 0.25 && m.adjusterId === 'throttle') ?? false).toBe(false)
    await post(tobias, visitId, [
      started(visitId, applianceId),
      event(visitId, 'instrument.zeroed', { instrumentId: analyser!.id, place: 'clean-air' }),
      co2(0.098),
      event(visitId, 'adjustment.made', turned),
      co2(0.094),
      event(visitId, 'appliance.outcome-set', { outcome: 'handed-over', reason: 'supplier' }),
      event(visitId, 'visit.closed', { nextDueOn: null }),
    ])
    const later = await known(next.visitId)
    expect(later?.moves).toMatchObject([{ adjusterId: 'throttle', direction: 'clockwise', amount: 0.25 }])
    expect(later?.readings.map((r) => r.valueSi)).toEqual([0.098, 0.094])
    expect((await known(visitId))?.moves.some((m) => m.amount === 0.25) ?? false).toBe(false)
  })

  test('a correction after closing that puts a figure outside leaves it to be done; another that puts it inside closes that', async () => {
    const { visitId, applianceId } = await newVisit(tobias, '7 Quarry Row')
    const [gauge] = await ownerDb
      .select()
      .from(instrument)
      .where(and(eq(instrument.firmId, tobias.firmId), eq(instrument.serial, 'P150-4118')))
    const source = { kind: 'typed', instrumentId: gauge!.id }
    const taken = (pa: number) => reading('pressure.standing', 'inlet', 'standing', pa, { source, standardUncertainty: 10 })
    const [first, high, low] = [taken(2200), taken(2700), taken(2300)]
    const correct = (readingId: string, replacement: object) =>
      post(tobias, visitId, [event(visitId, 'reading.corrected', { readingId, reason: 'typed wrongly', replacement })])
    const left = () =>
      ownerDb
        .select()
        .from(followUp)
        .where(and(eq(followUp.visitId, visitId), eq(followUp.kind, 'outside')))
    await post(tobias, visitId, [
      started(visitId, applianceId),
      event(visitId, 'instrument.zeroed', { instrumentId: gauge!.id, place: 'at-connection', stationId: 'inlet' }),
      event(visitId, 'reading.taken', { readings: [first] }),
      event(visitId, 'appliance.outcome-set', { outcome: 'handed-over', reason: 'supplier' }),
      event(visitId, 'visit.closed', { nextDueOn: null }),
    ])
    expect(await left()).toEqual([])
    await correct(first.id, high)
    expect(await left()).toMatchObject([{ code: 'pressure.standing', closedAt: null }])
    await correct(high.id, low)
    expect(await left()).toMatchObject([
      { closedAt: expect.any(String), closedNote: 'The reading was corrected: within limits, or not taken.' },
    ])
  })
})

test('projections can be thrown away and made again', async () => {
  // Of the seeded visits: other tests write their own meanwhile.
  const seeded = lt(visitValue.takenAt, new Date(Date.now() - 5 * 86_400_000).toISOString())
  const values = async () => (await ownerDb.select().from(visitValue).where(seeded)).map((r) => JSON.stringify(r)).sort()
  const columns = async () =>
    (
      await ownerDb
        .select()
        .from(appliance)
        .where(inArray(appliance.serial, ['TW28-199021', 'BH80-071182']))
        .orderBy(appliance.serial)
    ).map((a) => [a.lastVisitAt, a.nextDueOn])
  const [before, units] = [await values(), await columns()]
  expect(before.length).toBeGreaterThan(300)
  await ownerDb.delete(visitValue).where(seeded)
  expect(await rebuildProjections(ownerUrl)).toBeGreaterThan(15)
  expect(await values()).toEqual(before)
  expect(await columns()).toEqual(units)
}, 60_000)
