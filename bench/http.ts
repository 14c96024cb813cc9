/** Appending one event through HTTP against the bare SQL insert of the same row, in one run. Called by scripts/bench.mjs with a served application. */
import postgres from 'postgres'
import { v7 as uuidv7 } from 'uuid'

const baseUrl = process.env.BASE_URL ?? ''
const sql = postgres(process.env.TEST_OWNER_URL ?? '', { max: 1, onnotice: () => {} })
const ROUNDS = 150

const median = (times: number[]): number => times.sort((a, b) => a - b)[Math.floor(times.length / 2)] ?? NaN

async function timed(work: () => Promise<unknown>): Promise<number> {
  const began = performance.now()
  await work()
  return performance.now() - began
}

const signedIn = await fetch(`${baseUrl}/api/auth/sign-in/email`, {
  method: 'POST',
  headers: { 'content-type': 'application/json', origin: baseUrl },
  body: JSON.stringify({ email: 'tobias.achterberg@lucerna.example', password: process.env.DEMO_PASSWORD }),
})
const cookie = signedIn.headers
  .getSetCookie()
  .map((c) => c.split(';')[0])
  .join('; ')
const [planned] = await sql<
  { id: string; firm_id: string; appliance_id: string; card_id: string; card_version: number; assigned_to: string }[]
>`
  select v.id, v.firm_id, v.assigned_to, va.appliance_id, va.card_id, va.card_version from visit v join visit_appliance va on va.visit_id = v.id
  join site s on s.id = v.site_id where s.name = '7 Quarry Row' and v.status = 'planned' and v.assigned_to is not null`
if (!planned || !signedIn.ok) throw new Error('The demo world is not there')

const event = (seq: number, type: string, data: object) => ({
  id: uuidv7(),
  visitId: planned.id,
  type,
  v: 1,
  at: new Date().toISOString(),
  deviceId: planned.id,
  deviceSeq: seq,
  data,
})
const post = async (seq: number, type: string, data: object): Promise<void> => {
  const response = await fetch(`${baseUrl}/api/v1/visits/${planned.id}/events`, {
    method: 'POST',
    headers: { 'content-type': 'application/json', cookie },
    body: JSON.stringify({ events: [event(seq, type, data)] }),
  })
  if (!response.ok) throw new Error(`${response.status} ${await response.text()}`)
}
// Its rows go behind those of the application, where no application may put any.
await sql`alter table visit_event disable trigger visit_event_next`
const insert = (seq: number) => sql`
  insert into visit_event (id, firm_id, visit_id, seq, type, v, at, device_id, device_seq, author_id, provisional, received_at, data, content_hash)
  values (${uuidv7()}, ${planned.firm_id}, ${planned.id}, ${100_000 + seq}, 'note.added', 1, now(), ${planned.id}, ${seq}, ${planned.assigned_to}, false, now(), ${sql.json({ text: 'bench' })}, 'x')`

await post(0, 'visit.started', {
  jobKind: 'annual-service',
  practice: { id: 'metric-ratio', version: 1 },
  cards: [{ applianceId: planned.appliance_id, cardId: planned.card_id, version: planned.card_version }],
})
let seq = 0
/** Lists of notes until the visit holds so many events. */
async function growTo(events: number): Promise<void> {
  while (seq + 1 < events) {
    const list = Array.from({ length: Math.min(250, events - seq - 1) }, () => event(++seq, 'note.added', { text: `bench ${seq}` }))
    const response = await fetch(`${baseUrl}/api/v1/visits/${planned!.id}/events`, {
      method: 'POST',
      headers: { 'content-type': 'application/json', cookie },
      body: JSON.stringify({ events: list }),
    })
    if (!response.ok) throw new Error(`${response.status} ${await response.text()}`)
  }
}
const percentile = (times: number[], share: number): number =>
  [...times].sort((x, y) => x - y)[Math.min(times.length - 1, Math.floor(share * times.length))] ?? NaN
let rows = 1
for (const events of [150, 1000, 10_000]) {
  await growTo(events)
  const over: number[] = []
  const bare: number[] = []
  // The first of each is not counted: connections and prepared statements are made then.
  for (let i = 0; i <= ROUNDS; i++) {
    const [http, row] = [await timed(() => post(++seq, 'note.added', { text: `bench ${i}` })), await timed(() => insert(i))]
    if (i > 0) {
      over.push(http)
      bare.push(row)
    }
    await sql`delete from visit_event where seq >= 100000`
  }
  rows = median([...bare])
  const [mid, high] = [percentile(over, 0.5), percentile(over, 0.95)]
  console.log(
    `event through HTTP        ${mid.toFixed(1)} ms median, ${(mid / rows).toFixed(1)} × the bare insert (${rows.toFixed(2)} ms; meant: 3), p95 ${high.toFixed(1)} ms, ${(high / percentile(bare, 0.95)).toFixed(1)} × its p95 (meant: 5), behind ${events} events`,
  )
}
// What the web server itself takes before any work of ours: the same address, turned away for want of a sign-in.
const turnedAway: number[] = []
for (let i = 0; i <= ROUNDS; i++) {
  const took = await timed(() =>
    fetch(`${baseUrl}/api/v1/visits/${planned.id}/events`, { method: 'POST', body: '{}' }).then((r) => r.text()),
  )
  if (i > 0) turnedAway.push(took)
}
const away = median(turnedAway)
console.log(`the same address, nobody signed in: ${away.toFixed(1)} ms median, ${(away / rows).toFixed(1)} × the bare insert`)
for (const page of ['/today', '/sites', `/visits/${planned.id}`, '/calculators', '/calculators/flue-gas']) {
  const times: number[] = []
  for (let i = 0; i < 12; i++) times.push(await timed(() => fetch(`${baseUrl}${page}`, { headers: { cookie } }).then((r) => r.text())))
  console.log(
    `page ${page.replace(planned.id, '{id}').padEnd(20)} ${median(times).toFixed(0)} ms median, ${(median(times) / rows).toFixed(0)} × the bare insert`,
  )
}
await sql.end()
