import { readFile } from '@lucerna/core/formats'
import { sql } from 'drizzle-orm'
import { v7 as uuidv7 } from 'uuid'
import { inFirm, KEYS_ONLY, type Transaction } from '@/db/client'
import { IMPORT_ACTIONS, importBatch, importJob, type ImportAction, type StagedRow } from '@/db/schema'
import type { Actor } from '@/server/actor'
import { changesBetween } from '@/server/audit'
import { ApiProblem } from '@/server/problem'
import { t } from '@/messages/all'
import { type TableKind } from '../columns'
import { csvLists, decoded, UnreadableFile } from '@/ui/csv'
import { PLACES_FILE } from '../placesFile'
import { loadLookups, type Lookups } from './lookups'
import { type JudgedRow, judgeRow, readCells, readHeader } from './rows'
import { storedRows } from './stored'
import { at, BATCH, Cancelled, dropRows, type ImportKind, type Job, now } from './jobs'

interface Staged extends StagedRow {
  readonly action: ImportAction
}

const COUNTED = { add: 'added', change: 'changed', same: 'same', refuse: 'refused' } as const satisfies Record<ImportAction, string>

interface Judged {
  readonly line: number
  readonly row: JudgedRow
  /** Fields that the file has no column for: a known entry keeps what it has. */
  readonly absent?: readonly string[]
}

/** What would happen with judged rows, against what is stored now. */
async function stage(tx: Transaction, actor: Actor, batch: readonly Judged[]): Promise<Staged[]> {
  const stored = new Map<string, Awaited<ReturnType<typeof storedRows>>>()
  // Removed entries too: a row with the id of one brings it back. What has an id that was made just now is nowhere.
  for (const kind of new Set(batch.flatMap(({ row }) => (row.ok ? [row.kind] : []))))
    stored.set(
      kind,
      await storedRows(
        tx,
        actor.firmId,
        kind,
        batch.flatMap(({ row }) => (row.ok && row.kind === kind && !row.fresh ? [row.id] : [])),
      ),
    )
  return batch.map(({ line, row, absent = [] }): Staged => {
    const common = { line, label: row.label.slice(0, 300) }
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
      ...(action !== 'same' && {
        data: { kind: row.kind, siteId: row.siteId, fields, version: before?.version ?? null, changes: changes.map((c) => c.field) },
      }),
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
  let batches = 0
  const keep = async (batch: readonly Judged[]) => {
    if (signal.aborted) throw new Cancelled()
    await inFirm(
      actor,
      async (tx) => {
        // Work in hand: where the machine fails it is begun anew, and nobody waits for the disk.
        await tx.execute(sql`set local synchronous_commit = off`)
        const staged = await stage(tx, actor, batch)
        const lists = IMPORT_ACTIONS.flatMap((action) => {
          const rows = staged.flatMap(({ action: own, ...row }) => (own === action ? [row] : []))
          counts[COUNTED[action]] += rows.length
          return rows.length > 0 ? [{ jobId: id, firmId: actor.firmId, batch: batches, action, lastLine: rows.at(-1)!.line, rows }] : []
        })
        await tx.insert(importBatch).values(lists)
        counts.rows += staged.length
        batches++
        const [job] = await tx
          .update(importJob)
          .set({ ...counts, updatedAt: now() })
          .where(at(actor.firmId, id))
          .returning({ cancelAsked: importJob.cancelAsked })
        if (job?.cancelAsked) throw new Cancelled()
      },
      undefined,
      KEYS_ONLY,
    )
  }
  const end = (state: Job['state'], message: string | null) =>
    inFirm(actor, async (tx) => {
      if (state !== 'checked') await dropRows(tx, actor, id)
      await tx.update(importJob).set({ state, message, updatedAt: now() }).where(at(actor.firmId, id))
    })
  try {
    const lookups = await inFirm(actor, (tx) => loadLookups(tx, actor.firmId))
    let batch: Judged[] = []
    let kept: Promise<void> = Promise.resolve()
    for await (const list of kind === 'places' ? placesRows(body, lookups) : tableRows(kind, body, lookups)) {
      batch.push(...list)
      if (batch.length < BATCH) continue
      // The database takes one list while the next is read.
      await kept
      kept = keep(batch)
      kept.catch(() => undefined)
      batch = []
    }
    await kept
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

async function* tableRows(kind: TableKind, body: AsyncIterable<Uint8Array>, lookups: Lookups): AsyncGenerator<Judged[]> {
  let header: ReturnType<typeof readHeader> | null = null
  for await (const rows of csvLists(decoded(body))) {
    const list: Judged[] = []
    for (const { line, cells } of rows) {
      if (header) {
        const { values, problems } = readCells(header.columns, cells, kind)
        list.push({ line, row: judgeRow(kind, values, problems, lookups), absent: header.absent })
        continue
      }
      header = readHeader(kind, cells)
      if (header.columns.every((c) => c === null)) throw new UnreadableFile('no-header')
      if (header.unknown.length > 0) throw new UnreadableFile('unknown-columns', { columns: header.unknown.join(', ').slice(0, 300) })
      if (header.missing.length > 0) throw new UnreadableFile('missing-columns', { columns: header.missing.join(', ') })
    }
    yield list
  }
  if (!header) throw new UnreadableFile('empty')
}

/** A whole-places file: its sites first, then what stands on them, each a row of the check. */
async function* placesRows(body: AsyncIterable<Uint8Array>, lookups: Lookups): AsyncGenerator<Judged[]> {
  const parts: string[] = []
  for await (const text of decoded(body)) parts.push(text)
  const read = readFile([PLACES_FILE], parts.join(''))
  let line = 1
  if (!read.ok) {
    yield read.problems.map(({ path, message }) => ({
      line: ++line,
      row: { ok: false, label: path || t('exchange.the-file'), problems: [{ column: path, message }] },
    }))
    return
  }
  for (const { supplies, appliances, ...own } of read.document.sites) {
    const place = { site: own.name, siteAddress: own.address }
    // Each is judged when what stands before it is known.
    const judge = (kind: TableKind, values: object, on?: string): Judged => ({
      line: ++line,
      row: judgeRow(kind, { ...values }, [], lookups, on),
    })
    yield [
      judge('sites', own),
      ...supplies.map((s) => judge('supplies', { ...s, ...place }, own.id)),
      ...appliances.map((a) => judge('appliances', { ...a, ...place }, own.id)),
    ]
  }
}
