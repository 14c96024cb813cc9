/**
 * Live readings at scale: visits whose instruments speak twice a second, with viewers over two web processes; how old a line is when a viewer has it, and what the
 * servers spend on it. Called by scripts/bench.mjs with two served applications.
 */
import { readFileSync } from 'node:fs'
import postgres from 'postgres'
import { v7 as uuidv7 } from 'uuid'
import { createHash, randomBytes } from 'node:crypto'

const urls = [process.env.BASE_URL ?? '', process.env.SECOND_URL ?? ''] as const
const pids = (process.env.WEB_PIDS ?? '').split(' ').map(Number)
const sql = postgres(process.env.TEST_OWNER_URL ?? '', { max: 2, onnotice: () => {} })
const [VISITS, CHANNELS, VIEWERS, SECONDS] = [50, 4, 4, 20] as const
const EVERY_MS = 500

const cookies = await Promise.all(
  urls.map(async (url) => {
    const signedIn = await fetch(`${url}/api/auth/sign-in/email`, {
      method: 'POST',
      headers: { 'content-type': 'application/json', origin: url },
      body: JSON.stringify({ email: 'maren.ostby@lucerna.example', password: process.env.DEMO_PASSWORD }),
    })
    if (!signedIn.ok) throw new Error(`Sign-in at ${url}: ${signedIn.status}`)
    return signedIn.headers
      .getSetCookie()
      .map((c) => c.split(';')[0])
      .join('; ')
  }),
)
const [maren] = await sql<{ id: string; firm_id: string }[]>`
  select u.id, m.firm_id from "user" u join membership m on m.user_id = u.id where u.email = 'maren.ostby@lucerna.example'`
const [one] = await sql`select * from instrument where firm_id = ${maren!.firm_id} and kind = 'analyser' limit 1`
const tokens: string[] = []
for (let i = 0; i < VISITS; i++) {
  const token = `lb_${randomBytes(24).toString('base64url')}`
  tokens.push(token)
  await sql`insert into bridge (id, firm_id, name, token_hash, created_at, created_by)
    values (${uuidv7()}, ${maren!.firm_id}, ${`Bench ${i}`}, ${createHash('sha256').update(token).digest('hex')}, now(), ${maren!.id})`
  await sql`insert into instrument ${sql({ ...one!, id: uuidv7(), serial: `BENCH-${i}` })}`
}

/** Seconds of processor time that the web processes have spent. */
const spent = (): number =>
  pids.reduce((sum, pid) => {
    const parts = readFileSync(`/proc/${pid}/stat`, 'utf8').split(') ')[1]!.split(' ')
    return sum + (Number(parts[11]) + Number(parts[12])) / 100
  }, 0)

const ages: number[] = []
const stops: AbortController[] = []
let [measuring, heard] = [false, 0]
async function view(visit: number, n: number): Promise<void> {
  const stop = new AbortController()
  stops.push(stop)
  const response = await fetch(`${urls[n % 2]}/api/v1/instruments/live?serials=BENCH-${visit}`, {
    headers: { cookie: cookies[n % 2]! },
    signal: stop.signal,
  })
  if (!response.ok || !response.body) throw new Error(`Stream ${response.status}`)
  void (async () => {
    const decoder = new TextDecoder()
    let rest = ''
    for await (const chunk of response.body as unknown as AsyncIterable<Uint8Array>) {
      const now = Date.now()
      const parts = (rest + decoder.decode(chunk, { stream: true })).split('\n\n')
      rest = parts.pop() ?? ''
      for (const part of parts) {
        const data = /^data: (.*)$/m.exec(part)?.[1]
        if (!data || !measuring) continue
        for (const line of JSON.parse(data) as { t: string }[]) {
          ages.push(now - Date.parse(line.t))
          heard++
        }
      }
    }
  })().catch(() => {})
}
for (let v = 0; v < VISITS; v++) await Promise.all(Array.from({ length: VIEWERS }, (_, n) => view(v, n)))

let [sent, seq, failed] = [0, 0, 0]
const post = async (visit: number): Promise<void> => {
  const t = new Date().toISOString()
  const body = Array.from({ length: CHANNELS }, (_, c) =>
    JSON.stringify({
      v: 1,
      instrument: `BENCH-${visit}`,
      channel: ['co', 'tf', 'ta', 'draught'][c],
      seq: seq++,
      t,
      value: 20 + c,
      unit: ['ppm', '°C', '°C', 'Pa'][c],
    }),
  ).join('\n')
  const response = await fetch(`${urls[visit % 2]}/api/bridge/lines`, {
    method: 'POST',
    headers: { authorization: `Bearer ${tokens[visit]}`, 'content-type': 'application/x-ndjson' },
    body,
  }).catch(() => null)
  if (!response?.ok) failed++
  else if (measuring) sent += CHANNELS
}
const timers = Array.from({ length: VISITS }, (_, v) => {
  // Bridges do not beat together.
  const first = (v * EVERY_MS) / VISITS
  let timer: ReturnType<typeof setInterval> | undefined
  const start = setTimeout(() => (timer = setInterval(() => void post(v), EVERY_MS)), first)
  return () => {
    clearTimeout(start)
    clearInterval(timer)
  }
})
await new Promise((r) => setTimeout(r, 5000))
measuring = true
const [cpu, began] = [spent(), performance.now()]
await new Promise((r) => setTimeout(r, SECONDS * 1000))
const [used, wall] = [spent() - cpu, (performance.now() - began) / 1000]
measuring = false
for (const stop of timers) stop()
for (const stop of stops) stop.abort()
ages.sort((a, b) => a - b)
const at = (share: number) => ages[Math.floor(share * (ages.length - 1))] ?? NaN
console.log(
  `live: ${VISITS} visits × ${CHANNELS} channels × 2 Hz, ${VIEWERS} viewers each over two processes: ` +
    `p50 ${at(0.5)} ms, p99 ${at(0.99)} ms, ${(used / wall).toFixed(2)} cores, ${heard} of ${sent * VIEWERS} lines arrived, ${failed} posts failed`,
)
await sql.end()
process.exit(0)
