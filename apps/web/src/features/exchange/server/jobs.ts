import { and, asc, desc, eq, gt, gte } from 'drizzle-orm'
import { isoInstant, type Transaction } from '@/db/client'
import { type ImportAction, importBatch, importJob, type StagedRow, user } from '@/db/schema'
import { personName } from '@/db/personName'
import type { Actor } from '@/server/actor'
import { ApiProblem } from '@/server/problem'
import { t } from '@/messages/all'

export type Job = typeof importJob.$inferSelect
export type ImportKind = Job['kind']

export const BATCH = 500
/** An import without a sign of life for this long was broken off with its process. */
export const DEAD_MS = 60_000
export const MOST_CSV_BYTES = 64_000_000
export const MOST_JSON_BYTES = 16_000_000

export const now = () => new Date().toISOString()
export const at = (firmId: string, id: string) => and(eq(importJob.firmId, firmId), eq(importJob.id, id))

/** Thrown where long work finds that it is to stop. */
export class Cancelled extends Error {}

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
    .select({ j: importJob, by: personName })
    .from(importJob)
    .innerJoin(user, eq(user.id, importJob.createdBy))
    .where(at(actor.firmId, id))
  if (!row) throw new ApiProblem(404, 'not-found', t('register.not-there'))
  return shown(row)
}

export async function listJobs(tx: Transaction, actor: Actor): Promise<ShownJob[]> {
  const rows = await tx
    .select({ j: importJob, by: personName })
    .from(importJob)
    .innerJoin(user, eq(user.id, importJob.createdBy))
    .where(eq(importJob.firmId, actor.firmId))
    .orderBy(desc(importJob.createdAt))
    .limit(20)
  return rows.map(shown)
}

const PAGE = 100
/** Lists of an import read at once: more than one piece of its file has, so that each time one at least is whole. */
const LISTS = 12

/** The rows of one action in one piece of the file. */
export type List = Pick<typeof importBatch.$inferSelect, 'batch' | 'action' | 'rows'>

/** The lists of an import, a piece of its file after the other, those of one action alone or all. */
export async function* stagedLists(
  tx: Transaction,
  actor: Actor,
  id: string,
  { action, after = 0 }: { action?: ImportAction | undefined; after?: number } = {},
): AsyncGenerator<readonly List[]> {
  for (let from = 0; ;) {
    const read = await tx
      .select({ batch: importBatch.batch, action: importBatch.action, rows: importBatch.rows })
      .from(importBatch)
      .where(
        and(
          eq(importBatch.firmId, actor.firmId),
          eq(importBatch.jobId, id),
          gte(importBatch.batch, from),
          gt(importBatch.lastLine, after),
          action && eq(importBatch.action, action),
        ),
      )
      .orderBy(asc(importBatch.batch), asc(importBatch.action))
      .limit(LISTS)
    const last = read.at(-1)?.batch
    if (last === undefined) return
    // The last piece may have been cut: it is read again with the next.
    const whole = read.length < LISTS ? read : read.filter((l) => l.batch < last)
    for (const batch of new Set(whole.map((l) => l.batch))) yield whole.filter((l) => l.batch === batch)
    if (read.length < LISTS) return
    from = last
  }
}

/** Rows of a checked import, a page at a time. */
export async function jobRows(tx: Transaction, actor: Actor, id: string, query: { action?: ImportAction | undefined; after: number }) {
  await readJob(tx, actor, id)
  const rows: { line: number; action: ImportAction; label: string; problems: StagedRow['problems'] | null; changes: unknown }[] = []
  for await (const lists of stagedLists(tx, actor, id, query)) {
    for (const { action, rows: own } of lists)
      for (const { line, label, problems, data } of own)
        if (line > query.after)
          rows.push({
            line,
            action,
            label,
            problems: problems ?? null,
            changes: (data as { changes?: unknown } | undefined)?.changes ?? null,
          })
    if (rows.length > PAGE) break
  }
  rows.sort((a, b) => a.line - b.line)
  return { rows: rows.slice(0, PAGE), next: rows.length > PAGE ? rows[PAGE - 1]!.line : null }
}

/** Forgets the rows of an import. */
export const dropRows = (tx: Transaction, actor: Actor, id: string) =>
  tx.delete(importBatch).where(and(eq(importBatch.firmId, actor.firmId), eq(importBatch.jobId, id)))

/** Asks a running import to stop; it leaves nothing behind. */
export async function cancelJob(tx: Transaction, actor: Actor, id: string): Promise<void> {
  const job = await readJob(tx, actor, id)
  if (job.state === 'importing' || job.state === 'reading')
    await tx.update(importJob).set({ cancelAsked: true }).where(at(actor.firmId, id))
  else if (job.state === 'checked' || job.state === 'broken-off') {
    await dropRows(tx, actor, id)
    await tx.update(importJob).set({ state: 'cancelled', updatedAt: now() }).where(at(actor.firmId, id))
  }
}
