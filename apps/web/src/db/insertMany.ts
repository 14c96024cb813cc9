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
  const list = rows as readonly Record<string, unknown>[]
  const given = new Set<string>()
  for (const row of list) for (const key in row) if (row[key] !== undefined) given.add(key)
  const columns = Object.entries(getTableColumns(table)).filter(([key]) => given.has(key))
  const names = sql.join(
    columns.map(([, c]) => sql.identifier(c.name)),
    sql`, `,
  )
  // Plain loops: a hundred thousand rows go through here.
  const data = list.map((row) => {
    const named: Record<string, unknown> = {}
    for (const [key, c] of columns) named[c.name] = row[key]
    return named
  })
  await tx.execute(
    sql`insert into ${table} (${names}) select ${names} from json_populate_recordset(null::${table}, ${JSON.stringify(data)}::json) ${conflict === 'nothing' ? sql`on conflict do nothing` : sql``}`,
  )
}
