import { and, asc, count, desc, eq, gte, isNotNull, lt, sql } from 'drizzle-orm'
import { v7 as uuidv7 } from 'uuid'
import type { z } from 'zod'
import { inFirm, isoInstant, progressDatabase, type Transaction } from '@/db/client'
import { sendWork } from '@/db/queue'
import { exportChunk, exportJob, report, site, user, visit } from '@/db/schema'
import { personName } from '@/db/personName'
import { drawReport, reportOf, reportPictures } from '@/features/report/server'
import type { Actor } from '@/server/actor'
import { actorOf } from '@/server/actorOf'
import { audit } from '@/server/audit'
import { log } from '@/server/log'
import { type Deed, mustMay } from '@/server/may'
import { ApiProblem } from '@/server/problem'
import { readAs } from '@/server/requestReader'
import { csvLine } from '@/ui/csv'
import { dialectOfUnits } from '@/ui/dialect'
import { dayAt, instantAt } from '@/ui/zoned'
import { t } from '@/messages/all'
import type { exportSchema } from '../schemas'
import { writeArchive } from './archiveOut'
import { ChunkedZip } from './chunkedZip'
import { Cancelled, DEAD_MS, now } from './jobs'

type Job = typeof exportJob.$inferSelect
type ExportKind = Job['kind']

/** An archive holds everything, personal data too. */
const DEED: Record<ExportKind, Deed> = { archive: 'firm.settings', reports: 'report.share' }
const at = (firmId: string, id: string) => and(eq(exportJob.firmId, firmId), eq(exportJob.id, id))

export interface ShownExport {
  readonly id: string
  readonly kind: ExportKind
  readonly wish: Job['wish']
  readonly state: Job['state'] | 'broken-off'
  readonly progress: number
  readonly total: number
  readonly bytes: number
  readonly message: string | null
  readonly createdAt: string
  readonly by: string
}

const shown = ({ j, by }: { readonly j: Job; readonly by: string }): ShownExport => ({
  id: j.id,
  kind: j.kind,
  wish: j.wish,
  state: j.state === 'running' && Date.now() - Date.parse(j.updatedAt) > DEAD_MS ? 'broken-off' : j.state,
  progress: j.progress,
  total: j.total,
  bytes: j.bytes,
  message: j.message,
  createdAt: isoInstant(j.createdAt),
  by,
})

const shownRows = (tx: Transaction) =>
  tx.select({ j: exportJob, by: personName }).from(exportJob).innerJoin(user, eq(user.id, exportJob.createdBy))

/** The files made of late that this person may have, the newest first. */
export async function listExports(tx: Transaction, actor: Actor): Promise<ShownExport[]> {
  const rows = await shownRows(tx).where(eq(exportJob.firmId, actor.firmId)).orderBy(desc(exportJob.createdAt)).limit(20)
  return rows.map(shown).filter((j) => j.kind !== 'archive' || actor.heldRole === 'lead')
}

/** @throws ApiProblem 403, 404 */
export async function readExport(tx: Transaction, actor: Actor, id: string): Promise<ShownExport> {
  const [row] = await shownRows(tx).where(at(actor.firmId, id))
  if (!row) throw new ApiProblem(404, 'not-found', t('register.not-there'))
  mustMay(actor, DEED[row.j.kind])
  return shown(row)
}

/** Closed visits between two days of the firm, both included. */
const closedBetween = (actor: Pick<Actor, 'firmId' | 'timeZone'>, { from, until }: Job['wish']) =>
  and(
    eq(visit.firmId, actor.firmId),
    eq(visit.status, 'closed'),
    isNotNull(visit.closedAt),
    from ? gte(visit.closedAt, instantAt(from, '00:00', actor.timeZone)) : undefined,
    until ? lt(visit.closedAt, sql`${instantAt(until, '00:00', actor.timeZone)}::timestamptz + interval '1 day'`) : undefined,
  )

/** Asks for a file; it is made beside the requests. @throws ApiProblem 403, 409 nothing to make it of, or one is being made */
export async function askExport(tx: Transaction, actor: Actor, { kind, ...wish }: z.output<typeof exportSchema>): Promise<string> {
  mustMay(actor, DEED[kind])
  const [busy] = await tx
    .select({ n: count() })
    .from(exportJob)
    .where(
      and(
        eq(exportJob.firmId, actor.firmId),
        sql`state in ('waiting', 'running')`,
        gte(exportJob.updatedAt, new Date(Date.now() - DEAD_MS).toISOString()),
      ),
    )
  if (busy!.n > 0) throw new ApiProblem(409, 'busy', t('made.busy'))
  if (kind === 'reports') {
    const [there] = await tx.select({ n: count() }).from(visit).where(closedBetween(actor, wish))
    if (there!.n === 0) throw new ApiProblem(409, 'nothing-there', t('made.no-reports'))
  }
  const id = uuidv7()
  const created = now()
  await tx
    .insert(exportJob)
    .values({ id, firmId: actor.firmId, kind, wish, state: 'waiting', createdAt: created, updatedAt: created, createdBy: actor.userId })
  await audit(tx, actor, 'export-made', ['export', id], created, [{ field: 'kind', from: null, to: kind }])
  await sendWork(tx, 'exports', { jobId: id, userId: actor.userId }, id)
  return id
}

/** Stops one that is being made, or takes a made one away. @throws ApiProblem 404 */
export async function cancelExport(tx: Transaction, actor: Actor, id: string): Promise<void> {
  const job = await readExport(tx, actor, id)
  if (job.state === 'running') await tx.update(exportJob).set({ cancelAsked: true }).where(at(actor.firmId, id))
  else {
    await tx.delete(exportChunk).where(and(eq(exportChunk.firmId, actor.firmId), eq(exportChunk.jobId, id)))
    await tx.update(exportJob).set({ state: 'cancelled', updatedAt: now() }).where(at(actor.firmId, id))
  }
}

/** The file, piece by piece. @throws ApiProblem 409 it is not made yet */
export async function exportFile(
  actor: Actor,
  id: string,
): Promise<{ readonly name: string; readonly bytes: number; readonly pieces: AsyncGenerator<Buffer> }> {
  const job = await inFirm(actor, (tx) => readExport(tx, actor, id))
  if (job.state !== 'done') throw new ApiProblem(409, 'not-made', t('made.not-yet'))
  async function* pieces() {
    for (let position = 0; ; position++) {
      const [row] = await inFirm(actor, (tx) =>
        tx
          .select({ data: exportChunk.data })
          .from(exportChunk)
          .where(and(eq(exportChunk.firmId, actor.firmId), eq(exportChunk.jobId, id), eq(exportChunk.position, position))),
      )
      if (!row) return
      yield row.data
    }
  }
  const name = `lucerna-${job.kind}-${dayAt(job.createdAt, actor.timeZone)}.zip`
  return { name, bytes: job.bytes, pieces: pieces() }
}

/** The reports of a span of days as PDF, with a list. */
async function writeReports(
  actor: Actor,
  zip: ChunkedZip,
  wish: Job['wish'],
  told: (done: number, of: number) => Promise<void>,
): Promise<void> {
  const visits = await inFirm(actor, (tx) =>
    tx
      .select({
        id: visit.id,
        closedAt: visit.closedAt,
        place: site.name,
        timeZone: site.timeZone,
        version: sql<number>`max(${report.version})`,
      })
      .from(visit)
      .innerJoin(site, eq(site.id, visit.siteId))
      .innerJoin(report, eq(report.visitId, visit.id))
      .where(closedBetween(actor, wish))
      .groupBy(visit.id, site.id)
      .orderBy(asc(visit.closedAt)),
  )
  const list: string[] = [csvLine(['file', 'visit', 'closed at', 'site', 'version', 'SHA-256 of the report'])]
  for (const [i, { id, closedAt, place, timeZone, version }] of visits.entries()) {
    const found = await reportOf(actor, id, now())
    if (found?.frozen) {
      const { model, frozen, customerName } = found
      const pictures = await reportPictures(actor, model)
      const pdf = await readAs(dialectOfUnits(model.practice.units), () =>
        drawReport(model, frozen, { paper: wish.paper ?? 'a4', customer: false, pictures, customerName }),
      )
      const name = `${dayAt(isoInstant(closedAt!), timeZone)} ${place.replaceAll(/[^\p{L}\p{N} ,.-]+/gu, ' ').slice(0, 60)} ${id.slice(-8)}.pdf`
      await zip.add(name, [pdf], { compress: false })
      list.push(csvLine([name, id, isoInstant(closedAt!), place, String(version), frozen.hash]))
    }
    await told(i + 1, visits.length)
  }
  await zip.add('reports.csv', list)
}

/** Makes the file of a job: called by the queue, in the name of who asked, if they still may. */
export async function makeExport({ jobId, userId }: { readonly jobId: string; readonly userId: string }): Promise<void> {
  const actor = await actorOf(userId, now())
  if (!actor) return
  const mark = (set: Partial<Job>) =>
    inFirm(
      actor,
      async (tx) => {
        const [row] = await tx
          .update(exportJob)
          .set({ ...set, updatedAt: now() })
          .where(at(actor.firmId, jobId))
          .returning({ cancelAsked: exportJob.cancelAsked })
        return row?.cancelAsked ?? false
      },
      progressDatabase(),
    )
  const [begun] = await inFirm(actor, (tx) =>
    tx
      .update(exportJob)
      .set({ state: 'running', updatedAt: now() })
      .where(and(at(actor.firmId, jobId), eq(exportJob.state, 'waiting')))
      .returning(),
  )
  if (!begun) return
  let bytes = 0
  const zip = new ChunkedZip(new Date(begun.createdAt), async (data, position) => {
    bytes += data.length
    await inFirm(actor, (tx) => tx.insert(exportChunk).values({ firmId: actor.firmId, jobId, position, data }), progressDatabase())
  })
  let last = 0
  const told = async (progress: number, total: number) => {
    // A row for each of a hundred thousand would cost more than they do.
    if (progress < total && Date.now() - last < 250) return
    last = Date.now()
    if (await mark({ progress, total })) throw new Cancelled()
  }
  try {
    mustMay(actor, DEED[begun.kind])
    await (begun.kind === 'archive' ? writeArchive(actor, zip, now(), told) : writeReports(actor, zip, begun.wish, told))
    await zip.end()
    await mark({ state: 'done', bytes })
  } catch (error) {
    const stopped = error instanceof Cancelled
    await inFirm(
      actor,
      (tx) => tx.delete(exportChunk).where(and(eq(exportChunk.firmId, actor.firmId), eq(exportChunk.jobId, jobId))),
      progressDatabase(),
    )
    await mark(
      stopped ? { state: 'cancelled' } : { state: 'failed', message: error instanceof ApiProblem ? error.message : t('made.failed') },
    )
    if (!stopped) log.error({ err: { message: error instanceof Error ? error.message : 'unknown' } }, 'export failed')
  }
}
