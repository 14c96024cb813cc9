/**
 * Taking over a table of appliances: rows per second of the check and of the taking over (with search index and audit), as ratios to a bare COPY of the
 * same columns in the same run, and the memory of the process at its highest. Called by scripts/bench.mjs with a database that only this uses.
 */
import { eq } from 'drizzle-orm'
import { Readable } from 'node:stream'
import { constants, PerformanceObserver } from 'node:perf_hooks'
import { pipeline } from 'node:stream/promises'
import { connect } from '@/db/client'
import { membership, user } from '@/db/schema'
import { checkFile } from '@/features/exchange/server/imports'
import { takeOver } from '@/features/exchange/server/takeOver'
import { actorOf } from '@/server/actorOf'

const ROWS = Number(process.env.BENCH_ROWS ?? 100_000)
const owner = connect(process.env.TEST_OWNER_URL ?? '', 1)
const [planner] = await owner.db
  .select({ id: user.id })
  .from(user)
  .innerJoin(membership, eq(membership.userId, user.id))
  .where(eq(user.name, 'Noor Vance'))
const actor = planner && (await actorOf(planner.id, new Date().toISOString()))
if (!actor) throw new Error('The demo world is not there')
const megabytes = () => process.memoryUsage().rss / 1e6
let highest = 0
const watch = setInterval(() => (highest = Math.max(highest, megabytes())), 50)
const resting = megabytes()
// What the program keeps from being collected: its memory as the machine sees it is mostly what nobody has tidied away yet.
let kept = 0
const collected = new PerformanceObserver((list) => {
  const major = list.getEntries().some((e) => (e as { detail?: { kind?: number } }).detail?.kind === constants.NODE_PERFORMANCE_GC_MAJOR)
  if (major) kept = Math.max(kept, process.memoryUsage().heapUsed / 1e6)
})
collected.observe({ entryTypes: ['gc'] })

function* csv(): Generator<Buffer> {
  let text = 'site,card,name,serial,position\n'
  for (let i = 0; i < ROWS; i++) {
    text += `11 Quarry Row,tarnwick-larch-18-h,Unit ${i},IMP-${String(i).padStart(6, '0')},Room ${i % 400}\n`
    if (text.length < 65_536) continue
    yield Buffer.from(text)
    text = ''
  }
  yield Buffer.from(text)
}
async function seconds<T>(work: () => Promise<T>): Promise<[number, T]> {
  const began = performance.now()
  const done = await work()
  return [(performance.now() - began) / 1000, done]
}

const [checking, job] = await seconds(() => checkFile(actor, 'appliances', 'bench.csv', Readable.from(csv()), new AbortController().signal))
const [taking] = await seconds(() => takeOver(actor, job))
clearInterval(watch)
const columns = 'firm_id, id, site_id, supply_id, burner_kind, card_id, card_version, name, serial, position, updated_at'
const stored = await owner.client.unsafe(`select ${columns} from appliance where serial like 'IMP-%'`).values()
const lines = stored.map((row) => `${row.map((v) => (v instanceof Date ? v.toISOString() : String(v))).join('\t')}\n`)
await owner.client.unsafe('create table bench_bare (like appliance including all)')
const [copying] = await seconds(async () =>
  pipeline(Readable.from(lines), await owner.client.unsafe(`copy bench_bare (${columns}) from stdin`).writable()),
)
const line = (name: string, s: number) =>
  console.log(
    `${name.padEnd(28)} ${String(Math.round(ROWS / s)).padStart(8)} rows/s  ${(s / copying).toFixed(1)} × the time of the bare COPY`,
  )
line(`bare COPY of ${ROWS} rows`, copying)
line('check of a CSV', checking)
line('taking over', taking)
console.log(
  `memory: ${resting.toFixed(0)} MB before, ${highest.toFixed(0)} MB at most; kept through collections ${kept.toFixed(0)} MB (meant: under 200)`,
)
await owner.client.end()
process.exit(0)
