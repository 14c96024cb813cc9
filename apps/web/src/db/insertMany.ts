import { getTableColumns, sql } from 'drizzle-orm'
import type { PgTable } from 'drizzle-orm/pg-core'
import type { Transaction } from './client'

/**
 * Inserts many rows of one shape in one statement with one parameter, so that neither side spends its time on thousands of placeholders. A column that
 * no row names keeps its default; one that only some rows name is null in the others.
 *
 * @param conflict `nothing` leaves rows out that are there already.
 * @example
 * await insertMany(tx, searchWord, [{ firmId, word: 'larch' }], 'nothing')
 */
export async function insertMany<T extends PgTable>(
  tx: Transaction,
  table: T,
  rows: readonly T['$inferInsert'][],
  conflict: 'refuse' | 'nothing' = 'refuse',
): Promise<void> {
  if (rows.length === 0) return
  const given = new Set(rows.flatMap((row) => Object.entries(row).flatMap(([key, value]) => (value === undefined ? [] : [key]))))
  const columns = Object.entries(getTableColumns(table)).filter(([key]) => given.has(key))
  const names = sql.join(
    columns.map(([, c]) => sql.identifier(c.name)),
    sql`, `,
  )
  const data = (rows as readonly Record<string, unknown>[]).map((row) => Object.fromEntries(columns.map(([key, c]) => [c.name, row[key]])))
  await tx.execute(
    sql`insert into ${table} (${names}) select ${names} from json_populate_recordset(null::${table}, ${JSON.stringify(data)}::json) ${conflict === 'nothing' ? sql`on conflict do nothing` : sql``}`,
  )
}
