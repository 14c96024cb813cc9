import { readFile } from '@lucerna/core/formats'
import { and, asc, desc, eq, gt, lt, or, sql } from 'drizzle-orm'
import { v7 as uuidv7 } from 'uuid'
import { inFirm, isoInstant, progressDatabase, type Transaction } from '@/db/client'
import { insertMany } from '@/db/insertMany'
import { importJob, importRow, user } from '@/db/schema'
import { reindexSite } from '@/features/places/server'
import { reindex } from '@/features/search/server'
import type { Actor } from '@/server/actor'
import { audit, changesBetween } from '@/server/audit'
import { log } from '@/server/log'
import { ApiProblem } from '@/server/problem'
import { t } from '@/messages/all'
import { type TableKind } from '../columns'
import { csvRows, decoded, UnreadableFile } from '../csv'
import { PLACES_FILE } from '../placesFile'
import { loadLookups, type Lookups } from './lookups'
import { type JudgedRow, judgeRow, readCells, readHeader } from './rows'
import { AUDIT_KIND, insertRows, type NewRow, SEARCH_KIND, storedRows, updateRow } from './stored'

type Job = typeof importJob.$inferSelect
export type ImportKind = Job['kind']

const BATCH = 1000
/** An import without a sign of life for this long was broken off with its process. */
const DEAD_MS = 60_000
export const MOST_CSV_BYTES = 64_000_000
export const MOST_JSON_BYTES = 16_000_000

const now = () => new Date().toISOString()
const at = (firmId: string, id: string) => and(eq(importJob.firmId, firmId), eq(importJob.id, id))

export interface ShownJob {
  readonly id: string
  readonly kind: ImportKind
  readonly fileName: string
  readonly state: Job['state'] | 'broken-off'
  readonly rows: number
  readonly added: number
  readonly changed: number
  readonly same: number
  readonly refused: number
  readonly progress: number
  readonly message: string | null
  readonly createdAt: string
  readonly by: string
}

const shown = ({ j, by }: { j: Job; by: string }): ShownJob => ({
  id: j.id,
  kind: j.kind,
  fileName: j.fileName,
  state: (j.state === 'importing' || j.state === 'reading') && Date.now() - Date.parse(j.updatedAt) > DEAD_MS ? 'broken-off' : j.state,
  rows: j.rows,
  added: j.added,
  changed: j.changed,
  same: j.same,
  refused: j.refused,
  progress: j.progress,
  message: j.message,
  createdAt: isoInstant(j.createdAt),
  by,
})

export async function readJob(tx: Transaction, actor: Actor, id: string): Promise<ShownJob> {
  const [row] = await tx
    .select({ j: importJob, by: user.name })
    .from(importJob)
    .innerJoin(user, eq(user.id, importJob.createdBy))
    .where(at(actor.firmId, id))
  if (!row) throw new ApiProblem(404, 'not-found', t('register.not-there'))
  return shown(row)
}

export async function listJobs(tx: Transaction, actor: Actor): Promise<ShownJob[]> {
  const rows = await tx
    .select({ j: importJob, by: user.name })
    .from(importJob)
    .innerJoin(user, eq(user.id, importJob.createdBy))
    .where(eq(importJob.firmId, actor.firmId))
    .orderBy(desc(importJob.createdAt))
    .limit(20)
  return rows.map(shown)
}

/** Rows of a checked import, a page at a time. */
export async function jobRows(
  tx: Transaction,
  actor: Actor,
  id: string,
  query: { action?: 'add' | 'change' | 'same' | 'refuse' | undefined; after: number },
) {
  await readJob(tx, actor, id)
  const rows = await tx
    .select({
      line: importRow.line,
      action: importRow.action,
      label: importRow.label,
      problems: importRow.problems,
      changes: sql<unknown>`${importRow.data} -> 'changes'`,
    })
    .from(importRow)
    .where(
      and(
        eq(importRow.firmId, actor.firmId),
        eq(importRow.jobId, id),
        gt(importRow.line, query.after),
        query.action && eq(importRow.action, query.action),
      ),
    )
    .orderBy(asc(importRow.line))
    .limit(101)
  return { rows: rows.slice(0, 100), next: rows.length > 100 ? rows[99]!.line : null }
}

type Staged = typeof importRow.$inferInsert

interface Judged {
  readonly line: number
  readonly row: JudgedRow
  /** Fields that the file has no column for: a known entry keeps what it has. */
  readonly absent?: readonly string[]
}

/** What would happen with judged rows, against what is stored now. */
async function stage(tx: Transaction, actor: Actor, jobId: string, batch: readonly Judged[]): Promise<Staged[]> {
  const stored = new Map<string, Awaited<ReturnType<typeof storedRows>>>()
  // Removed entries too: a row with the id of one brings it back.
  for (const kind of new Set(batch.flatMap(({ row }) => (row.ok ? [row.kind] : []))))
    stored.set(
      kind,
      await storedRows(
        tx,
        actor.firmId,
        kind,
        batch.flatMap(({ row }) => (row.ok && row.kind === kind ? [row.id] : [])),
      ),
    )
  return batch.map(({ line, row, absent = [] }): Staged => {
    const common = { jobId, firmId: actor.firmId, line, label: row.label.slice(0, 300) }
    if (!row.ok) return { ...common, action: 'refuse', problems: row.problems }
    const before = stored.get(row.kind)?.get(row.id)
    if (before && before.siteId !== row.siteId)
      return { ...common, action: 'refuse', problems: [{ column: 'site', message: t('exchange.other-site') }] }
    const kept = before ? Object.fromEntries(absent.filter((f) => f in before.fields).map((f) => [f, before.fields[f]])) : {}
    const fields = { ...row.fields, ...kept }
    const changes = before ? changesBetween(before.fields, fields) : []
    const action = !before ? 'add' : changes.length === 0 && before.deletedAt === null ? 'same' : 'change'
    return {
      ...common,
      action,
      subjectId: row.id,
      data:
        action === 'same'
          ? null
          : {
              kind: row.kind,
              siteId: row.siteId,
              fields,
              version: before?.version ?? null,
              changes: changes.map((c) => c.field),
            },
    }
  })
}

/** Reads a file and checks it row by row; nothing of the registers is touched. Answers with the job. */
export async function checkFile(
  actor: Actor,
  kind: ImportKind,
  fileName: string,
  body: AsyncIterable<Uint8Array>,
  signal: AbortSignal,
): Promise<string> {
  const id = uuidv7()
  await inFirm(actor, (tx) =>
    tx.insert(importJob).values({
      id,
      firmId: actor.firmId,
      kind,
      fileName: fileName.slice(0, 200),
      state: 'reading',
      createdAt: now(),
      updatedAt: now(),
      createdBy: actor.userId,
    }),
  )
  const counts = { rows: 0, added: 0, changed: 0, same: 0, refused: 0 }
  const keep = async (batch: readonly Judged[]) => {
    if (signal.aborted) throw new Cancelled()
    await inFirm(actor, async (tx) => {
      const staged = await stage(tx, actor, id, batch)
      await insertMany(tx, importRow, staged)
      counts.rows += staged.length
      for (const s of staged)
        counts[s.action === 'add' ? 'added' : s.action === 'change' ? 'changed' : s.action === 'same' ? 'same' : 'refused']++
      const [job] = await tx
        .update(importJob)
        .set({ ...counts, updatedAt: now() })
        .where(at(actor.firmId, id))
        .returning({ cancelAsked: importJob.cancelAsked })
      if (job?.cancelAsked) throw new Cancelled()
    })
  }
  const end = (state: Job['state'], message: string | null) =>
    inFirm(actor, async (tx) => {
      if (state !== 'checked') await tx.delete(importRow).where(and(eq(importRow.firmId, actor.firmId), eq(importRow.jobId, id)))
      await tx.update(importJob).set({ state, message, updatedAt: now() }).where(at(actor.firmId, id))
    })
  try {
    const lookups = await inFirm(actor, (tx) => loadLookups(tx, actor.firmId))
    let batch: Judged[] = []
    for await (const judged of kind === 'places' ? placesRows(body, lookups) : tableRows(kind, body, lookups)) {
      batch.push(judged)
      if (batch.length < BATCH) continue
      await keep(batch)
      batch = []
    }
    if (batch.length > 0) await keep(batch)
    await end(counts.rows === 0 ? 'refused' : 'checked', counts.rows === 0 ? t('exchange.file.empty') : null)
  } catch (error) {
    if (error instanceof Cancelled || signal.aborted) await end('cancelled', null)
    else if (error instanceof UnreadableFile) await end('refused', t(`exchange.file.${error.code}`, error.params))
    else if (error instanceof ApiProblem) await end('refused', error.message)
    else {
      await end('refused', t('exchange.file.failed'))
      throw error
    }
  }
  return id
}

class Cancelled extends Error {}

async function* tableRows(kind: TableKind, body: AsyncIterable<Uint8Array>, lookups: Lookups): AsyncGenerator<Judged> {
  let header: ReturnType<typeof readHeader> | null = null
  for await (const { line, cells } of csvRows(decoded(body))) {
    if (!header) {
      header = readHeader(kind, cells)
      if (header.columns.every((c) => c === null)) throw new UnreadableFile('no-header')
      if (header.unknown.length > 0) throw new UnreadableFile('unknown-columns', { columns: header.unknown.join(', ').slice(0, 300) })
      if (header.missing.length > 0) throw new UnreadableFile('missing-columns', { columns: header.missing.join(', ') })
      continue
    }
    const { values, problems } = readCells(header.columns, cells, kind)
    yield { line, row: judgeRow(kind, values, problems, lookups), absent: header.absent }
  }
  if (!header) throw new UnreadableFile('empty')
}

/** A whole-places file: its sites first, then what stands on them, each a row of the check. */
async function* placesRows(body: AsyncIterable<Uint8Array>, lookups: Lookups): AsyncGenerator<Judged> {
  const parts: string[] = []
  for await (const text of decoded(body)) parts.push(text)
  const read = readFile([PLACES_FILE], parts.join(''))
  let line = 1
  if (!read.ok) {
    for (const p of read.problems)
      yield {
        line: ++line,
        row: { ok: false, label: p.path || t('exchange.the-file'), problems: [{ column: p.path, message: p.message }] },
      }
    return
  }
  for (const { supplies, appliances, ...own } of read.document.sites) {
    const site = judgeRow('sites', own, [], lookups)
    yield { line: ++line, row: site }
    const place = { site: own.name, siteAddress: own.address }
    for (const s of supplies) yield { line: ++line, row: judgeRow('supplies', { ...s, ...place }, [], lookups, own.id) }
    for (const a of appliances) yield { line: ++line, row: judgeRow('appliances', { ...a, ...place }, [], lookups, own.id) }
  }
}

/** Begins to take a checked import over; it goes on after the answer. @throws ApiProblem 403, 404, 409 not checked, or with refused rows */
export async function commitJob(actor: Actor, id: string): Promise<void> {
  await inFirm(actor, async (tx) => {
    const job = await readJob(tx, actor, id)
    if (job.refused > 0) throw new ApiProblem(409, 'rows-refused', t('exchange.rows-refused', { count: job.refused }))
    // One of two who ask at once begins it; what broke off while it was still being read was never whole.
    const begun = await tx
      .update(importJob)
      .set({ state: 'importing', progress: 0, message: null, cancelAsked: false, updatedAt: now() })
      .where(
        and(
          at(actor.firmId, id),
          or(
            eq(importJob.state, 'checked'),
            and(eq(importJob.state, 'importing'), lt(importJob.updatedAt, new Date(Date.now() - DEAD_MS).toISOString())),
          ),
        ),
      )
      .returning({ id: importJob.id })
    if (begun.length === 0) throw new ApiProblem(409, 'not-checked', t('exchange.not-checked'))
  })
  void takeOver(actor, id).catch((error: unknown) =>
    log.error({ err: error instanceof Error ? { message: error.message } : {} }, 'import failed'),
  )
}

/** Asks a running import to stop; it leaves nothing behind. */
export async function cancelJob(tx: Transaction, actor: Actor, id: string): Promise<void> {
  const job = await readJob(tx, actor, id)
  if (job.state === 'importing' || job.state === 'reading')
    await tx.update(importJob).set({ cancelAsked: true }).where(at(actor.firmId, id))
  else if (job.state === 'checked' || job.state === 'broken-off') {
    await tx.delete(importRow).where(and(eq(importRow.firmId, actor.firmId), eq(importRow.jobId, id)))
    await tx.update(importJob).set({ state: 'cancelled', updatedAt: now() }).where(at(actor.firmId, id))
  }
}

interface StagedData {
  readonly kind: TableKind
  readonly siteId: string
  readonly fields: Record<string, unknown>
  /** What the check compared with; null for a new entry. */
  readonly version: number | null
}

/** Takes every row over in one transaction; cancelled or failed, nothing is. */
export async function takeOver(actor: Actor, id: string): Promise<void> {
  const mark = (set: Partial<Job>) =>
    inFirm(
      actor,
      async (tx) => {
        const [row] = await tx
          .update(importJob)
          .set({ ...set, updatedAt: now() })
          .where(at(actor.firmId, id))
          .returning({ cancelAsked: importJob.cancelAsked })
        return row?.cancelAsked ?? false
      },
      progressDatabase(),
    )
  try {
    await inFirm(actor, async (tx) => {
      const { cards } = await loadLookups(tx, actor.firmId)
      const burnerKinds = new Map([...cards].map(([card, c]) => [card, c.burnerKind]))
      let after = 0
      let done = 0
      for (;;) {
        const rows = await tx
          .select()
          .from(importRow)
          .where(and(eq(importRow.firmId, actor.firmId), eq(importRow.jobId, id), gt(importRow.line, after)))
          .orderBy(asc(importRow.line))
          .limit(BATCH)
        if (rows.length === 0) break
        after = rows.at(-1)!.line
        await takeBatch(tx, actor, rows, burnerKinds)
        done += rows.length
        if (await mark({ progress: done })) throw new Cancelled()
      }
      await audit(tx, actor, 'imported', ['import', id], now(), [{ field: 'rows', from: null, to: done }])
      // Together with the rows: broken off now, it is either all there and said so, or neither.
      await tx.delete(importRow).where(and(eq(importRow.firmId, actor.firmId), eq(importRow.jobId, id)))
      await tx.update(importJob).set({ state: 'done', updatedAt: now() }).where(at(actor.firmId, id))
    })
  } catch (error) {
    await mark(
      error instanceof Cancelled ? { state: 'cancelled' } : { state: 'checked', progress: 0, message: t('exchange.changed-meanwhile') },
    )
    if (!(error instanceof Cancelled)) throw error
  }
}

async function takeBatch(
  tx: Transaction,
  actor: Actor,
  rows: readonly (typeof importRow.$inferSelect)[],
  burnerKinds: ReadonlyMap<string, string>,
): Promise<void> {
  const work = rows.flatMap((r) => (r.data && r.subjectId ? [{ action: r.action, id: r.subjectId, ...(r.data as StagedData) }] : []))
  for (const kind of ['sites', 'supplies', 'appliances', 'instruments'] as const) {
    const own = work.filter((w) => w.kind === kind)
    if (own.length === 0) continue
    const added = own.filter((w) => w.action === 'add')
    await insertRows(
      tx,
      actor.firmId,
      kind,
      added.map(({ id, siteId, fields }): NewRow => ({ id, siteId, fields })),
      burnerKinds,
      now(),
    )
    const changed = own.filter((w) => w.action === 'change')
    const stored = await storedRows(
      tx,
      actor.firmId,
      kind,
      changed.map((c) => c.id),
    )
    for (const c of changed) {
      const before = stored.get(c.id)
      if (!before || before.version !== c.version) throw new ApiProblem(409, 'changed-meanwhile', t('exchange.changed-meanwhile'))
      await updateRow(tx, actor.firmId, kind, c, before.version + 1, burnerKinds, now())
      await audit(tx, actor, 'changed', [AUDIT_KIND[kind], c.id], now(), changesBetween(before.fields, c.fields))
      // What stands on a site is found by its name too.
      if (kind === 'sites') await reindexSite(tx, actor.firmId, c.id)
    }
    const searched = SEARCH_KIND[kind]
    if (searched)
      await reindex(
        tx,
        actor.firmId,
        searched,
        own.map((w) => w.id),
      )
  }
}
