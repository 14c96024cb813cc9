/**
 * Search and appliance-page data in a small firm and in one grown a hundredfold, one client, warm: median and 95th percentile (of the quietest of some blocks) against a bare SELECT by
 * key in the same run, and the growth. Called by scripts/bench.mjs with a database that only this uses.
 */
import { eq } from 'drizzle-orm'
import { connect, inFirm } from '@/db/client'
import { appliance, membership, user } from '@/db/schema'
import { listAppliances, placesQuerySchema } from '@/features/places/server/lists'
import { appliancePage } from '@/features/places/server/pages'
import { find } from '@/features/search/server/find'
import { seedBulk } from '@/seed/bulk'
import { DEMO_FIRMS } from '@/seed/world'
import { actorOf } from '@/server/actorOf'

const ownerUrl = process.env.TEST_OWNER_URL ?? ''
const APPLIANCES = Number(process.env.BENCH_APPLIANCES ?? 100_000)
const VISITS = Number(process.env.BENCH_VISITS ?? 1_000_000)
const SMALL = 1000
const ROUNDS = 240
/** Small and grown are measured minutes apart, and what else the machine does only ever adds: of so many blocks the quietest speaks. */
const BLOCKS = 5
const owner = connect(ownerUrl, 1)

const [lead] = await owner.db
  .select({ id: user.id })
  .from(user)
  .innerJoin(membership, eq(membership.userId, user.id))
  .where(eq(user.name, 'Maren Ostby'))
const actor = lead && (await actorOf(lead.id, new Date().toISOString()))
if (!actor) throw new Error('The demo world is not there')

interface Times {
  readonly median: number
  readonly p95: number
}

async function times(work: (i: number) => Promise<unknown>): Promise<Times> {
  for (let i = 0; i < 40; i++) await work(i)
  const quietest = { median: Infinity, p95: Infinity }
  for (let block = 0; block < BLOCKS; block++) {
    const taken: number[] = []
    for (let i = 0; i < ROUNDS; i++) {
      const began = performance.now()
      await work(i)
      taken.push(performance.now() - began)
    }
    taken.sort((a, b) => a - b)
    quietest.median = Math.min(quietest.median, taken[ROUNDS >> 1]!)
    quietest.p95 = Math.min(quietest.p95, taken[Math.floor(ROUNDS * 0.95)]!)
  }
  return quietest
}

/** What people type: serials, parts of them, streets, two words, an error; over units that both sizes have. */
const SEARCHES = (n: number): string[] => {
  const serial = `BK-${String(n).padStart(7, '0')}`
  return [
    serial,
    serial.slice(3),
    `000${String(n).padStart(4, '0')}`,
    'ferry quay',
    'alder aldmoor',
    'larch cellar foundry',
    'brackwatr',
    'drift attic',
    'harrowg',
    '7 heron',
    'quarry row',
    'tacoma',
  ]
}

async function measure(size: number) {
  const units = await owner.db.select({ id: appliance.id }).from(appliance).where(eq(appliance.firmId, actor!.firmId)).limit(4000)
  const key = (i: number) => units[(i * 37) % units.length]!.id
  const bare = await times((i) => owner.client`select * from appliance where id = ${key(i)}`)
  const search = await times((i) => find(actor!, SEARCHES((i * 7) % SMALL)[i % 12]!))
  const page = await times((i) => appliancePage(actor!, key(i)))
  const list = await times(() =>
    inFirm(actor!, (tx) => listAppliances(tx, actor!.firmId, placesQuerySchema.parse({ show: 'appliances' }), '2026-01-01')),
  )
  const line = (name: string, t: Times) =>
    console.log(
      `${name.padEnd(22)} ${String(size).padStart(7)} appliances  median ${t.median.toFixed(2)} ms (${(t.median / bare.median).toFixed(1)} ×), p95 ${t.p95.toFixed(2)} ms (${(t.p95 / bare.p95).toFixed(1)} × the bare SELECT's)`,
    )
  line('bare SELECT by key', bare)
  line('search', search)
  line('appliance page', page)
  line('list of appliances', list)
  return { bare, search, page, list }
}

const wish = { firmName: DEMO_FIRMS[0]!.name, now: new Date() }
await seedBulk(ownerUrl, { ...wish, appliances: SMALL, visits: Math.round((SMALL * VISITS) / APPLIANCES) })
const small = await measure(SMALL)
const began = performance.now()
await seedBulk(ownerUrl, { ...wish, appliances: APPLIANCES, visits: VISITS })
console.log(`bulk seed to ${APPLIANCES} appliances with ${VISITS} visits: ${((performance.now() - began) / 1000).toFixed(0)} s`)
const large = await measure(APPLIANCES)
for (const what of ['search', 'page', 'list'] as const)
  console.log(
    `growth of ${what.padEnd(8)} ${SMALL} → ${APPLIANCES}: median ${(large[what].median / small[what].median).toFixed(2)} ×, p95 ${(large[what].p95 / small[what].p95).toFixed(2)} ×`,
  )
await owner.client.end()
process.exit(0)
