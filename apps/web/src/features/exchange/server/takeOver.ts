import { and, eq, lt, or } from 'drizzle-orm'
import { inFirm, KEYS_ONLY, progressDatabase, type Transaction } from '@/db/client'
import { sendWork } from '@/db/queue'
import { importJob } from '@/db/schema'
import { reindexSite } from '@/features/places/server'
import { indexMissing, reindex } from '@/features/search/server'
import type { Actor } from '@/server/actor'
import { actorOf } from '@/server/actorOf'
import { audit, changesBetween } from '@/server/audit'
import { log } from '@/server/log'
import { ApiProblem } from '@/server/problem'
import { t } from '@/messages/all'
import { INDEXED_AT_ONCE, type TableKind } from '../columns'
import { loadLookups } from './lookups'
import { AUDIT_KIND, insertRows, type NewRow, SEARCH_KIND, storedRows, updateRow } from './stored'
import { at, Cancelled, DEAD_MS, dropRows, type Job, type List, now, readJob, stagedLists } from './jobs'

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

/** Makes what a large import brought findable: called by the queue, for who imported. */
export async function indexAfterImport({ userId }: { readonly userId: string }): Promise<void> {
  const actor = await actorOf(userId, now())
  if (actor) await indexMissing(actor)
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
    await inFirm(
      actor,
      async (tx) => {
        const { cards } = await loadLookups(tx, actor.firmId)
        const burnerKinds = new Map([...cards].map(([card, c]) => [card, c.burnerKind]))
        let done = 0
        const [all] = await tx.select({ rows: importJob.rows }).from(importJob).where(at(actor.firmId, id))
        // The words of many entries take longer than the entries: they are looked after behind it.
        const later = (all?.rows ?? 0) > INDEXED_AT_ONCE
        for await (const lists of stagedLists(tx, actor, id)) {
          await takeBatch(tx, actor, lists, burnerKinds, later)
          done += lists.reduce((n, l) => n + l.rows.length, 0)
          if (await mark({ progress: done })) throw new Cancelled()
        }
        if (later) await sendWork(tx, 'index', { userId: actor.userId }, id)
        await audit(tx, actor, 'imported', ['import', id], now(), [{ field: 'rows', from: null, to: done }])
        // Together with the rows: broken off now, it is either all there and said so, or neither.
        await dropRows(tx, actor, id)
        await tx.update(importJob).set({ state: 'done', updatedAt: now() }).where(at(actor.firmId, id))
      },
      undefined,
      KEYS_ONLY,
    )
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
  lists: readonly List[],
  burnerKinds: ReadonlyMap<string, string>,
  later: boolean,
): Promise<void> {
  const work = lists.flatMap(({ action, rows }) =>
    rows.flatMap((r) => (r.data && r.subjectId ? [{ action, id: r.subjectId, ...(r.data as StagedData) }] : [])),
  )
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
        (later ? changed : own).map((w) => w.id),
      )
  }
}
