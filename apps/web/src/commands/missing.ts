import { sql } from 'drizzle-orm'
import { connect } from '@/db/client'
import { drift, firm, searchEntry, site, visit } from '@/db/schema'

/**
 * Which projections a database lacks, as after the step to the version that brought them: the search of firms that have sites and nothing to be found, and how figures drift. Asked at every start, so apart
 * from what makes them, which takes seconds to read in.
 */
export async function missingProjections(ownerUrl: string): Promise<{ readonly search: readonly string[]; readonly drift: boolean }> {
  const { client, db } = connect(ownerUrl, 1)
  try {
    const [bare, [row]] = await Promise.all([
      db
        .select({ id: firm.id })
        .from(firm)
        .where(
          sql`exists (select 1 from ${site} s where s.firm_id = ${firm.id}) and not exists (select 1 from ${searchEntry} e where e.firm_id = ${firm.id})`,
        ),
      db.execute<{ bare: boolean }>(
        sql`select exists (select 1 from ${visit} v where v.status = 'closed' and v.last_seq > 0) and not exists (select 1 from ${drift}) as bare`,
      ),
    ])
    return { search: bare.map((f) => f.id), drift: row?.bare ?? false }
  } finally {
    await client.end()
  }
}
