/** Run by `npm run verify`, as the owner of the database: walks the logs and reports of every firm (or of the one named) and tells the first break of each. */
import { and, asc, eq, gt } from 'drizzle-orm'
import { connect } from '@/db/client'
import { firm, site, visit } from '@/db/schema'
import { type Broken, verifyVisit } from '@/features/visit/server/verify'

const WHY = {
  gap: 'an entry is missing or taken twice',
  changed: 'the entry is not what was written',
  end: 'the log ends earlier or later than its visit says',
  head: 'the log ends otherwise than its visit says',
  text: 'its text is not what was signed off',
  log: 'the log that it was made of is not the one there is',
  order: 'a version is missing',
} as const
const where = (b: Broken) => (b.in === 'log' ? `log, entry ${b.seq}` : `report, version ${b.version}`)

/** So many visits are asked for at once. */
const AT_ONCE = 500

const only = process.argv[2]
const { client, db } = connect(process.env.DATABASE_URL ?? '', 1)
const firms = await db.select({ id: firm.id, name: firm.name }).from(firm).orderBy(asc(firm.name))
const asked = only ? firms.filter((f) => f.name === only) : firms
if (only && asked.length === 0) {
  console.error(`There is no firm called "${only}". There are: ${firms.map((f) => f.name).join(', ')}.`)
  process.exitCode = 1
}
for (const { id: firmId, name } of asked) {
  let [visits, events, reports] = [0, 0, 0]
  let broken = ''
  let after = '00000000-0000-0000-0000-000000000000'
  while (broken === '') {
    const batch = await db
      .select({ id: visit.id, site: site.name, day: visit.plannedFor })
      .from(visit)
      .innerJoin(site, eq(site.id, visit.siteId))
      .where(and(eq(visit.firmId, firmId), gt(visit.id, after), gt(visit.lastSeq, 0)))
      .orderBy(asc(visit.id))
      .limit(AT_ONCE)
    for (const v of batch) {
      const checked = await verifyVisit(db, firmId, v.id)
      visits++
      events += checked.events
      reports += checked.reports
      if (checked.broken) {
        broken = `${v.site}, ${v.day.slice(0, 10)}, visit ${v.id}: ${where(checked.broken)}: ${WHY[checked.broken.why]}`
        break
      }
    }
    if (batch.length < AT_ONCE) break
    after = batch.at(-1)!.id
  }
  console.log(
    broken === ''
      ? `${name}: ${visits} visits, ${events} entries, ${reports} reports: as they were written.`
      : `${name}: BROKEN at ${broken}.`,
  )
  if (broken) process.exitCode = 2
}
await client.end()
