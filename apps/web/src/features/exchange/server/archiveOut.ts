import { sql } from 'drizzle-orm'
import journal from '@/db/migrations/meta/_journal.json'
import { inFirm, type Transaction } from '@/db/client'
import type { Actor } from '@/server/actor'
import { getPhoto } from '@/server/photoStore'
import { csvLine } from '@/ui/csv'
import { TABLE_KINDS } from '../columns'
import { ARCHIVE_FORMAT, ARCHIVE_VERSION, ARCHIVED, ARCHIVED_ROWS, type ArchivedTable, type ArchiveManifest } from './archiveTables'
import type { ChunkedZip } from './chunkedZip'
import { exportTable } from './exports'

/** Lines that are asked for at once. */
const PAGE = 500
const NEWEST_SCHEMA = journal.entries.at(-1)!.tag

const ofFirm = (table: ArchivedTable, firmId: string) => {
  const rows = ARCHIVED_ROWS[table]
  const own = table === 'firm' ? sql`t.id = ${firmId}` : sql`t.firm_id = ${firmId}`
  return rows ? sql`${own} and ${sql.raw(`t.${rows}`)}` : own
}

/** Columns that say the order of a table: those of its primary key, for a log its own. */
const ORDER: Partial<Record<ArchivedTable, string>> = { visit_event: 'visit_id, seq' }

export async function orderOf(tx: Pick<Transaction, 'execute'>, table: ArchivedTable): Promise<string> {
  if (ORDER[table]) return ORDER[table]
  const rows = await tx.execute<{ name: string }>(
    sql`select a.attname as name from pg_index i join pg_attribute a on a.attrelid = i.indrelid and a.attnum = any (i.indkey) where i.indrelid = ${table}::regclass and i.indisprimary order by a.attname`,
  )
  return rows.map((r) => `"${r.name}"`).join(', ')
}

/** A query's lines, a page at a time through a cursor: one snapshot, and never all in memory. */
async function* cursorLines(
  tx: Transaction,
  query: ReturnType<typeof sql>,
  as: (line: string) => string,
  told: (n: number) => void,
): AsyncGenerator<string> {
  await tx.execute(sql`declare archive_lines no scroll cursor for ${query}`)
  for (;;) {
    const page = await tx.execute<{ line: string }>(sql.raw(`fetch ${PAGE} from archive_lines`))
    if (page.length === 0) break
    told(page.length)
    yield page.map((r) => as(r.line)).join('')
  }
  await tx.execute(sql`close archive_lines`)
}

const VALUES_HEAD = [
  'visit',
  'closed at',
  'site',
  'appliance',
  'measurand',
  'test point',
  'rate',
  'as found (SI)',
  'as left (SI)',
  'verdict',
  'lowest (SI)',
  'highest (SI)',
  'taken at',
] as const

/**
 * Everything a firm owns, into a zip, as it was at one moment.
 *
 * @param told how many rows and pictures are through, out of how many
 * @throws what the zip threw, as where somebody stopped it
 */
export async function writeArchive(
  actor: Actor,
  zip: ChunkedZip,
  now: string,
  told: (done: number, of: number) => Promise<void>,
): Promise<ArchiveManifest> {
  const files: Record<string, { rows: number; sha256: string }> = {}
  for (const kind of TABLE_KINDS) {
    let rows = -1
    async function* lines() {
      for await (const line of exportTable(actor, kind)) {
        rows++
        yield line
      }
    }
    files[`csv/${kind}.csv`] = { ...(await zip.add(`csv/${kind}.csv`, lines())), rows }
  }
  const manifest = await inFirm(
    actor,
    async (tx) => {
      const counts = await Promise.all(
        [...ARCHIVED, 'photo_file' as never].map(async (table: ArchivedTable) => {
          const [row] = await tx.execute<{ n: number }>(
            sql`select count(*)::int as n from ${sql.identifier(table)} t where ${ofFirm(table, actor.firmId)}`,
          )
          return row!.n
        }),
      )
      const all = counts.reduce((a, b) => a + b, 0)
      let done = 0
      const add = async (
        name: string,
        query: ReturnType<typeof sql>,
        { head = '', counted = true, as = (line: string) => `${line}\n` } = {},
      ) => {
        let rows = 0
        async function* lines() {
          if (head) yield head
          yield* cursorLines(tx, query, as, (n) => (rows += n))
        }
        const entry = await zip.add(name, lines())
        files[name] = { ...entry, rows }
        if (counted) await told((done += rows), all)
      }
      // Names and addresses of accounts; how they sign in stays here.
      await add(
        'tables/people.ndjson',
        sql`select jsonb_build_object('id', u.id, 'name', u.name, 'email', u.email)::text as line from "user" u join membership m on m.user_id = u.id and m.firm_id = ${actor.firmId} order by u.id`,
        { counted: false },
      )
      for (const table of ARCHIVED)
        await add(
          `tables/${table}.ndjson`,
          sql`select to_jsonb(t)::text as line from ${sql.identifier(table)} t where ${ofFirm(table, actor.firmId)} order by ${sql.raw(await orderOf(tx, table))}`,
        )
      await add(
        'csv/figures.csv',
        sql`select jsonb_build_array(v.visit_id, w.closed_at, s.name, a.name, v.measurand_id, v.station_id, v.firing_state_id, v.as_found_si, v.as_left_si, v.status, v.min_si, v.max_si, v.taken_at)::text as line
          from visit_value v join visit w on w.id = v.visit_id join site s on s.id = w.site_id join appliance a on a.id = v.appliance_id
          where v.firm_id = ${actor.firmId} and w.closed_at is not null order by w.closed_at, v.visit_id, v.key`,
        {
          head: csvLine([...VALUES_HEAD]),
          counted: false,
          as: (line) => csvLine((JSON.parse(line) as unknown[]).map((cell) => String(cell ?? ''))),
        },
      )
      const pictures = await tx.execute<{ id: string; size: 'full' | 'small' }>(
        sql`select photo_id as id, size from photo_file where firm_id = ${actor.firmId} order by photo_id, size`,
      )
      for (const { id, size } of pictures) {
        const data = await getPhoto(tx, actor.firmId, id, size)
        if (!data) continue
        const name = `photos/${id}-${size}.jpg`
        files[name] = { ...(await zip.add(name, [data], { compress: false })), rows: 1 }
        await told(++done, all)
      }
      return {
        format: ARCHIVE_FORMAT,
        version: ARCHIVE_VERSION,
        firmId: actor.firmId,
        firmName: actor.firmName,
        madeAt: now,
        schema: NEWEST_SCHEMA,
        files,
      } as const
    },
    undefined,
    { isolationLevel: 'repeatable read' },
  )
  await zip.add('manifest.json', [JSON.stringify(manifest, null, 2)])
  return manifest
}
