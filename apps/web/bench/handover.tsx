/**
 * What hand-over costs: the PDF of a full service beside a page with one line by the same library, both warm; and a page of the trends of a large firm beside the bare query. Called by scripts/bench.mjs with a
 * database that only this uses.
 */
import { reportSchema } from '@lucerna/core/report'
import { Document, Page, renderToBuffer, Text } from '@react-pdf/renderer'
import { desc, eq, sql } from 'drizzle-orm'
import { connect } from '@/db/client'
import { membership, report, user } from '@/db/schema'
import { listTrends, trendsQuerySchema } from '@/features/places/server/trends'
import { reportPdf } from '@/features/report/pdf'
import { seedBulk } from '@/seed/bulk'
import { DEMO_FIRMS } from '@/seed/world'
import { actorOf } from '@/server/actorOf'

const ownerUrl = process.env.TEST_OWNER_URL ?? ''
const APPLIANCES = Number(process.env.BENCH_APPLIANCES ?? 100_000)
const owner = connect(ownerUrl, 1)
const [lead] = await owner.db
  .select({ id: user.id })
  .from(user)
  .innerJoin(membership, eq(membership.userId, user.id))
  .where(eq(user.name, 'Maren Ostby'))
const actor = lead && (await actorOf(lead.id, new Date().toISOString()))
if (!actor) throw new Error('The demo world is not there')

async function median(rounds: number, work: () => Promise<unknown>): Promise<number> {
  for (let i = 0; i < 3; i++) await work()
  const taken: number[] = []
  for (let i = 0; i < rounds; i++) {
    const began = performance.now()
    await work()
    taken.push(performance.now() - began)
  }
  return taken.toSorted((a, b) => a - b)[rounds >> 1]!
}

const [row] = await owner.db.select().from(report).where(eq(report.firmId, actor.firmId)).orderBy(desc(report.createdAt)).limit(1)
const model = reportSchema.parse(row?.model)
const full = await median(7, () => reportPdf(model, null, { paper: 'a4', customer: false }))
const short = await median(7, () => reportPdf(model, null, { paper: 'a4', customer: true }))
const page = await median(7, () =>
  renderToBuffer(
    <Document>
      <Page size="A4">
        <Text>{model.siteName}</Text>
      </Page>
    </Document>,
  ),
)
console.log(`PDF of one line                ${page.toFixed(0)} ms`)
console.log(`PDF of a full service          ${full.toFixed(0)} ms, ${(full / page).toFixed(1)} × one line`)
console.log(`PDF for the customer           ${short.toFixed(0)} ms, ${(short / page).toFixed(1)} × one line`)

await seedBulk(ownerUrl, { appliances: APPLIANCES, visits: APPLIANCES, firmName: DEMO_FIRMS[0]!.name, now: new Date() })
await owner.db
  .execute(sql`insert into drift (firm_id, appliance_id, key, measurand_id, station_id, firing_state_id, points, last_at, last_si, max_si, yearly_low_si, yearly_si, yearly_high_si, side, leaves_from, leaves_on, leaves_until)
  select a.firm_id, a.id, m, m, 'flue', 'max', 5, now(), 100e-6, 350e-6, 1e-6, 5e-6, 9e-6, 'above', current_date, current_date + (random() * 3650)::int, current_date + 4000
  from appliance a, unnest(array['co.flue', 'pressure.working']) m where a.firm_id = ${actor.firmId} on conflict do nothing`)
await owner.db.execute(sql`analyze drift`)
const bare = await median(101, () =>
  owner.client.unsafe(
    'select d.*, a.name, s.name from drift d join appliance a on a.id = d.appliance_id join site s on s.id = a.site_id where d.firm_id = $1 and d.leaves_on is not null and a.deleted_at is null and s.deleted_at is null order by d.leaves_on, d.appliance_id, d.key limit 51',
    [actor.firmId],
  ),
)
const trends = await median(101, () => listTrends(actor, trendsQuerySchema.parse({})))
const one = await median(101, () => listTrends(actor, trendsQuerySchema.parse({ figure: 'pressure.working' })))
console.log(
  `trends of ${APPLIANCES} appliances      ${trends.toFixed(1)} ms, ${(trends / bare).toFixed(1)} × the bare query (${bare.toFixed(1)} ms); of one figure ${one.toFixed(1)} ms`,
)
await owner.client.end()
process.exit(0)
