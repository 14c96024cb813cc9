/** Run by `npm run import`, as the owner of the database: takes a firm in from its archive, and prints a first password for everybody who has none here. */
import { sql } from 'drizzle-orm'
import { connect } from '@/db/client'
import { firstPasswords, takeArchiveIn, UnfitArchive } from '@/features/exchange/server/archiveIn'

const [file = ''] = process.argv.slice(2)
const { client, db } = connect(process.env.DATABASE_URL ?? '', 1)
try {
  const manifest = await takeArchiveIn(file, db)
  const rows = Object.values(manifest.files).reduce((sum, f) => sum + f.rows, 0)
  const [events] = await db.execute<{ n: number }>(sql`select count(*)::int as n from visit_event where firm_id = ${manifest.firmId}`)
  process.stdout.write(`${manifest.firmName}: ${rows} rows and pictures taken in, ${events?.n ?? 0} events of visits among them.\n`)
  for (const p of await firstPasswords(db, manifest.firmId))
    process.stdout.write(`  ${p.name} <${p.email}>: first password ${p.password}\n`)
} catch (error) {
  if (!(error instanceof UnfitArchive)) throw error
  process.stderr.write(`Nothing was taken in. ${error.message}\n`)
  process.exitCode = 1
} finally {
  await client.end()
}
