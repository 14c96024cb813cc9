import { and, asc, desc, eq, gt, sql } from 'drizzle-orm'
import { isoInstant, type Transaction } from '@/db/client'
import { importJob, importRow, user } from '@/db/schema'
import { personName } from '@/db/personName'
import type { Actor } from '@/server/actor'
import { ApiProblem } from '@/server/problem'
import { t } from '@/messages/all'

export type Job = typeof importJob.$inferSelect
export type ImportKind = Job['kind']

export const BATCH = 1000
/** An import without a sign of life for this long was broken off with its process. */
export const DEAD_MS = 60_000
export const MOST_CSV_BYTES = 64_000_000
export const MOST_JSON_BYTES = 16_000_000

/** Rows and what they point at are looked up by key: planning each of those questions anew takes longer than answering it. */
export const KEYS_ONLY = { plans: 'generic' } as const

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
