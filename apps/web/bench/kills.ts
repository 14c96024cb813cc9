/**
 * A visit that goes on while the web process, the database and the device are killed at random, each without a word. Counts what was acknowledged and is lost, what is
 * there twice, gaps in the order, and projections that a rebuild makes otherwise. Called by scripts/bench.mjs on request only: `npm run bench -- kills [how many] [seed]`.
 */
import { eq } from 'drizzle-orm'
import { seededRandom } from '@lucerna/sim/random'
import { v7 as uuidv7 } from 'uuid'
import { databaseEnv, prepare, roles, secrets, serve } from '../../../scripts/lib/app.mjs'
import { clusterFolder, startPostgres } from '../../../scripts/lib/postgres.mjs'
import { freePort, ROOT, sleep } from '../../../scripts/lib/run.mjs'
import path from 'node:path'
import { rmSync } from 'node:fs'

const [kills = 40, seed = 1] = process.argv.slice(2).map(Number)
const random = seededRandom(seed)
const dir = clusterFolder(`kills-${process.pid}`)
const file = path.join(ROOT, `.data/kills-${process.pid}.json`)
const secret = secrets(file)
// Durable, as in earnest: what was acknowledged has to be on the disk.
let server = await startPostgres({ dir, password: secret.owner })
const ownerUrl = server.url('lucerna', secret.owner, 'postgres')
await prepare({ ownerUrl, secret, seed: true })
const port = await freePort()
const publicUrl = `http://127.0.0.1:${port}`
// The work beside the requests has no part in it, and would be begun a thousand times too.
const env = { LUCERNA_BACKGROUND: '0' }
const begin = () => serve({ host: '127.0.0.1', port, publicUrl, as: roles(ownerUrl, secret), secret, demo: true, log: 'ignore', env })
let app = await begin()

/** What a device does: writes down first, sends lists in order, and sends anew what was not acknowledged. */
class Device {
  /** On its disk. */
  kept: { id: string; deviceSeq: number; text: string }[] = []
  readonly acknowledged = new Set<string>()
  private seq = 0
  private cookie = ''
  readonly id = uuidv7()

  constructor(
    readonly visitId: string,
    private readonly applianceId: string,
    private readonly card: { id: string; version: number },
  ) {}

  write(text: string): void {
    this.kept.push({ id: uuidv7(), deviceSeq: this.seq++, text })
  }

  private async signIn(): Promise<void> {
    const answer = await fetch(`${publicUrl}/api/auth/sign-in/email`, {
      method: 'POST',
      headers: { 'content-type': 'application/json', origin: publicUrl },
      body: JSON.stringify({ email: 'tobias.achterberg@lucerna.example', password: secret.demo }),
    })
    if (!answer.ok) throw new Error(`sign-in ${answer.status}`)
    this.cookie = answer.headers
      .getSetCookie()
      .map((c) => c.split(';')[0])
      .join('; ')
  }

  /** Answers whether all is acknowledged. Whatever fails is tried again later. */
  async send(): Promise<boolean> {
    const list = this.kept.slice(0, 1 + Math.floor(random() * 8))
    if (list.length === 0) return true
    try {
      if (!this.cookie) await this.signIn()
      const at = new Date().toISOString()
      const events = list.map((e) => ({
        id: e.id,
        visitId: this.visitId,
        type: e.deviceSeq === 0 ? 'visit.started' : 'note.added',
        v: 1,
        // The same event has the same content every time that it is sent.
        at: this.times.get(e.id) ?? (this.times.set(e.id, at), at),
        deviceId: this.id,
        deviceSeq: e.deviceSeq,
        data:
          e.deviceSeq === 0
            ? {
                jobKind: 'annual-service',
                practice: { id: 'metric-ratio', version: 1 },
                cards: [{ applianceId: this.applianceId, cardId: this.card.id, version: this.card.version }],
              }
            : { text: e.text },
      }))
      const answer = await fetch(`${publicUrl}/api/v1/visits/${this.visitId}/events`, {
        method: 'POST',
        headers: { 'content-type': 'application/json', origin: publicUrl, cookie: this.cookie },
        body: JSON.stringify({ events }),
        signal: AbortSignal.timeout(20_000),
      })
      if (answer.status === 401) this.cookie = ''
      if (answer.status >= 400 && answer.status < 500 && answer.status !== 401)
        throw new Error(`refused ${answer.status} ${await answer.text()}`)
      if (!answer.ok) return false
      for (const { id } of ((await answer.json()) as { accepted: { id: string }[] }).accepted) this.acknowledged.add(id)
      this.kept = this.kept.filter((e) => !this.acknowledged.has(e.id))
      return this.kept.length === 0
    } catch (error) {
      if (error instanceof Error && error.message.startsWith('refused')) throw error
      return false
    }
  }
  private readonly times = new Map<string, string>()
}

Object.assign(process.env, { ...databaseEnv(roles(ownerUrl, secret)), LUCERNA_AUTH_SECRET: secret.auth, PUBLIC_URL: publicUrl })
const { connect } = await import('@/db/client')
const { site, visit, visitAppliance, visitEvent } = await import('@/db/schema')
let owner = connect(ownerUrl, 1)
const [planned] = await owner.db
  .select({
    id: visit.id,
    applianceId: visitAppliance.applianceId,
    cardId: visitAppliance.cardId,
    version: visitAppliance.cardVersion,
    firmId: visit.firmId,
    status: visit.status,
  })
  .from(visit)
  .innerJoin(site, eq(site.id, visit.siteId))
  .innerJoin(visitAppliance, eq(visitAppliance.visitId, visit.id))
  .where(eq(site.name, '7 Quarry Row'))
  .orderBy(visit.status)
  .then((rows) => rows.filter((r) => r.status === 'planned'))
await owner.client.end()
if (!planned) throw new Error('The demo world is not there')

const device = new Device(planned.id, planned.applianceId, { id: planned.cardId, version: planned.version })
device.write('start')
while (!(await device.send())) await sleep(100)
const counts = { web: 0, database: 0, device: 0 }
for (let i = 0; i < kills; i++) {
  // Work, and somewhere in it the blow.
  for (let n = 0; n < 3 + random() * 10; n++) device.write(`note ${i}.${n}`)
  const sending = (async () => {
    for (let n = 0; n < 6; n++) await device.send()
  })()
  await sleep(random() * 120)
  const what = (['web', 'web', 'database', 'device'] as const)[Math.floor(random() * 4)]!
  counts[what]++
  if (what === 'device') {
    // Its memory goes, its disk stays: what it had sent and heard nothing of is sent once more.
    await device.send()
  } else if (what === 'web') {
    app.child.kill('SIGKILL')
    await sending
    app = await begin()
  } else {
    process.kill(server.pid, 'SIGQUIT')
    await sending
    while (true) {
      try {
        process.kill(server.pid, 0)
        await sleep(50)
      } catch {
        break
      }
    }
    server = await startPostgres({ dir, password: secret.owner, port: server.port })
  }
  await sending
  for (let n = 0; n < 200 && !(await device.send()); n++) await sleep(100)
  if ((i + 1) % 50 === 0) console.log(`kills  ${i + 1} of ${kills}, ${device.acknowledged.size} events acknowledged`)
}

owner = connect(ownerUrl, 1)
const rows = await owner.db.select().from(visitEvent).where(eq(visitEvent.visitId, planned.id)).orderBy(visitEvent.seq)
const there = rows.map((r) => r.id)
const lost = [...device.acknowledged].filter((id) => !there.includes(id)).length
const twice = there.length - new Set(there).size
const gaps = rows.filter((r, i) => r.seq !== i + 1).length
const never = there.filter((id) => !device.acknowledged.has(id)).length
const { verifyVisit } = await import('@/features/visit/server/verify')
const { broken } = await verifyVisit(owner.db, planned.firmId, planned.id)
const before = await owner.db.select().from(visit).where(eq(visit.id, planned.id))
const { rebuildProjections } = await import('@/commands/rebuild')
await rebuildProjections(ownerUrl)
const after = await owner.db.select().from(visit).where(eq(visit.id, planned.id))
const same = JSON.stringify(before) === JSON.stringify(after)
await owner.client.end()
console.log(
  `kills  ${kills} (web ${counts.web}, database ${counts.database}, device ${counts.device}), seed ${seed}: ${device.acknowledged.size} events acknowledged`,
)
console.log(
  `kills  lost ${lost}, twice ${twice}, gaps ${gaps}, there without an answer ${never}, chain ${broken ? 'BROKEN' : 'whole'}, projections ${same ? 'as rebuilt' : 'OTHERWISE'}, left on the device ${device.kept.length}`,
)
await app.stop()
await server.stop()
for (const gone of [dir, `${dir}.log`, file]) rmSync(gone, { recursive: true, force: true })
process.exitCode = lost + twice + gaps + never + device.kept.length > 0 || broken || !same ? 1 : 0
process.exit()
