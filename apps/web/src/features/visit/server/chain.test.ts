import { eq } from 'drizzle-orm'
import { report, visit, visitEvent } from '@/db/schema'
import { chainLogs } from '@/commands/chainLogs'
import type { Actor } from '@/server/actor'
import { actorNamed, appDb, closeAll, event, inside, newVisit, ownerDb, ownerUrl, started } from '@/test/world'
import { appendEvents } from './append'
import { chainHash, endsAs, START, walk } from './chain'
import { verifyVisit } from './verify'

type Row = typeof visitEvent.$inferSelect
const row = (seq: number, more: Partial<Row> = {}): Row => ({
  id: `0197a000-0000-7000-8000-00000000000${seq}`,
  firmId: 'f',
  visitId: 'v',
  seq,
  type: 'note.added',
  v: 1,
  applianceId: null,
  stepId: null,
  at: '2026-06-01 09:00:00+00',
  deviceId: 'd',
  deviceSeq: seq,
  authorId: 'a',
  provisional: false,
  receivedAt: '2026-06-01T09:00:00.000Z',
  data: { text: `note ${seq}`, value: 0.1 + 0.2 },
  contentHash: 'c',
  chainHash: null,
  ...more,
})
const chain = (rows: readonly Row[]): Row[] => {
  let head: string | null = null
  return rows.map((r) => ({ ...r, chainHash: (head = chainHash(head, r)) }))
}
const log = chain([row(1), row(2), row(3)])

describe('a chain of hashes', () => {
  test('goes through unbroken, in one go or in pieces, and does not ask how an instant is written', () => {
    const end = { seq: 3, head: log[2]!.chainHash }
    expect(walk(START, log)).toEqual(end)
    expect(walk(walk(START, log.slice(0, 1)) as typeof START, log.slice(1))).toEqual(end)
    expect(chainHash(null, row(1, { at: '2026-06-01T09:00:00.000Z' }))).toBe(log[0]!.chainHash)
  })

  test.each([
    ['a changed value', log.map((r, i) => (i === 1 ? { ...r, data: { text: 'note 2', value: 0.3 } } : r)), { seq: 2, why: 'changed' }],
    ['another author', log.map((r, i) => (i === 2 ? { ...r, authorId: 'b' } : r)), { seq: 3, why: 'changed' }],
    ['one left out', [log[0]!, log[2]!], { seq: 2, why: 'gap' }],
    ['one left out and the rest moved up', [log[0]!, { ...log[2]!, seq: 2 }], { seq: 2, why: 'changed' }],
    ['one put in between', [log[0]!, row(2), ...log.slice(1)], { seq: 2, why: 'changed' }],
    ['one without a hash', [{ ...log[0]!, chainHash: null }], { seq: 1, why: 'changed' }],
  ])('%s is found at its place', (_what, rows, at) => expect(walk(START, rows)).toEqual(at))

  test('a log that was cut at its end, or chained anew, does not end as its visit says', () => {
    const cut = walk(START, log.slice(0, 2)) as typeof START
    expect(endsAs(cut, { lastSeq: 3, logHead: log[2]!.chainHash })).toEqual({ seq: 3, why: 'end' })
    const other = walk(START, chain([row(1), row(2, { data: {} }), row(3)])) as typeof START
    expect(endsAs(other, { lastSeq: 3, logHead: log[2]!.chainHash })).toEqual({ seq: 3, why: 'head' })
    expect(endsAs(other, { lastSeq: 3, logHead: other.head })).toBeNull()
  })
})

describe('the log of a visit in the database', () => {
  let tobias: Actor
  let visitId: string
  beforeAll(async () => {
    tobias = await actorNamed('Tobias Achterberg')
    const made = await newVisit(tobias, '7 Quarry Row')
    visitId = made.visitId
    const post = (events: object[]) => inside(tobias, (tx) => appendEvents(tx, tobias, visitId, { events }, new Date().toISOString()))
    await post([started(visitId, made.applianceId), event(visitId, 'note.added', { text: 'first' })])
    await post([event(visitId, 'note.added', { text: 'second' })])
  })
  afterAll(closeAll)
  const verified = () => inside(tobias, (tx) => verifyVisit(tx, tobias.firmId, visitId))

  test('is chained as it grows, and verified', async () => {
    expect(await verified()).toEqual({ events: 3, reports: 0, broken: null })
  })

  test('a row that the owner of the database changed is found, at its place', async () => {
    const [kept] = await ownerDb.select().from(visitEvent).where(eq(visitEvent.visitId, visitId)).orderBy(visitEvent.seq).offset(1)
    await ownerDb
      .update(visitEvent)
      .set({ data: { text: 'never said' } })
      .where(eq(visitEvent.id, kept!.id))
    expect((await verified()).broken).toEqual({ in: 'log', seq: 2, why: 'changed' })
    await ownerDb.update(visitEvent).set({ data: kept!.data }).where(eq(visitEvent.id, kept!.id))
    expect((await verified()).broken).toBeNull()
  })

  test('a report whose text or log is not what was frozen is found', async () => {
    const [frozen] = await ownerDb.select().from(report).where(eq(report.firmId, tobias.firmId)).limit(1)
    const of = () => verifyVisit(appDb, tobias.firmId, frozen!.visitId)
    const own = () => inside(tobias, (tx) => verifyVisit(tx, tobias.firmId, frozen!.visitId))
    expect((await own()).broken).toBeNull()
    // Without a firm nothing is seen, so nothing is verified.
    expect(await of()).toEqual({ events: 0, reports: 0, broken: null })
    const at = eq(report.visitId, frozen!.visitId)
    await ownerDb.update(report).set({ logHead: 'other' }).where(at)
    expect((await own()).broken).toMatchObject({ in: 'report', version: 1, why: 'log' })
    await ownerDb
      .update(report)
      .set({ logHead: frozen!.logHead, model: { ...frozen!.model, technicianName: 'Nobody' } })
      .where(at)
    expect((await own()).broken).toMatchObject({ in: 'report', why: 'text' })
    await ownerDb.update(report).set({ model: frozen!.model }).where(at)
    expect((await own()).broken).toBeNull()
  })

  test('a log of before there was a chain is chained as it is, once', async () => {
    await ownerDb.update(visitEvent).set({ chainHash: null }).where(eq(visitEvent.visitId, visitId))
    await ownerDb.update(visit).set({ logHead: null }).where(eq(visit.id, visitId))
    expect((await verified()).broken).toMatchObject({ seq: 1, why: 'changed' })
    expect(await chainLogs(ownerUrl)).toBe(1)
    expect((await verified()).broken).toBeNull()
    expect(await chainLogs(ownerUrl)).toBe(0)
  })
})
