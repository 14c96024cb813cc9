// `npm run demo`: from a bare checkout to a running Lucerna. `-- --reset` starts afresh; `-- --dev` is `npm run dev`;
// `-- --bulk --appliances=100000 --visits=1000000` adds a generated set for scale.
import { existsSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import path from 'node:path'
import { appUrl, build, prepare, secrets, serve, startBridges } from './lib/app.mjs'
import { ensurePackages } from './lib/install.mjs'
import { clusterFolder, startPostgres } from './lib/postgres.mjs'
import { commandLine, isFree, ROOT, say, Told } from './lib/run.mjs'

const COUNT = /^--(appliances|visits)=(\d{1,8})$/
const flags = new Set(process.argv.slice(2).filter((a) => !COUNT.test(a)))
const counts = Object.fromEntries(
  process.argv.slice(2).flatMap((a) => (COUNT.exec(a) ? [[COUNT.exec(a)?.[1], Number(COUNT.exec(a)?.[2])]] : [])),
)
/** A generated set for scale, on top of the demo world. */
const bulk = flags.has('--bulk')
  ? { appliances: counts.appliances ?? 100_000, visits: counts.visits ?? 10 * (counts.appliances ?? 100_000) }
  : undefined
const dev = flags.has('--dev')
const unknown = [...flags].filter((flag) => !['--dev', '--reset', '--bulk'].includes(flag))
const DATA = path.join(ROOT, '.data')
const PID = path.join(DATA, 'demo.pid')

/** @type {(() => Promise<void>)[]} */
const stops = []
let stopping = false
async function stopAll(/** @type {number} */ code) {
  if (stopping) return
  stopping = true
  for (const stop of stops.reverse()) await stop().catch(() => {})
  process.exit(code)
}
for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP']) process.on(signal, () => void stopAll(0))

/** Two demos on one data folder would end each other's database. */
function onlyOne() {
  if (existsSync(PID)) {
    const [pid, address] = readFileSync(PID, 'utf8').split('\n')
    if (commandLine(Number(pid)).includes('demo.mjs') && Number(pid) !== process.pid) {
      throw new Told(
        `Lucerna already runs from this folder${address ? ` at ${address}` : ''} (process ${pid}). End it with Ctrl-C there, then start again.`,
      )
    }
  }
  writeFileSync(PID, `${process.pid}\n`)
  stops.push(async () => rmSync(PID, { force: true }))
}

/** The port asked for must be free; without a wish, 3000 or the next free one. @param {string} host */
async function webPort(host) {
  const wish = process.env.PORT
  if (wish !== undefined && !/^\d{1,5}$/.test(wish)) throw new Told(`PORT is "${wish}", which is no port number.`)
  if (wish !== undefined) {
    if (await isFree(Number(wish), host)) return Number(wish)
    throw new Told(`Port ${wish} is taken on ${host}. Choose another with PORT=…, or leave PORT out and a free one is found.`)
  }
  for (let port = 3000; port < 3100; port++) if (await isFree(port, host)) return port
  throw new Told('No free port from 3000 to 3099. Choose one with PORT=…')
}

try {
  if (unknown.length > 0)
    throw new Told(`Unknown: ${unknown.join(' ')}. There are --reset, --dev and --bulk (with --appliances=… and --visits=…).`)
  const began = Date.now()
  await ensurePackages()
  const dir = clusterFolder('pg')
  onlyOne()
  const external = process.env.DATABASE_URL
  if (flags.has('--reset')) {
    if (external) throw new Told('--reset removes only the local database; DATABASE_URL points elsewhere. Empty that one yourself.')
    const old = await startPostgres({ dir, password: secrets(path.join(DATA, 'secrets.json')).owner }).catch(() => null)
    await old?.stop()
    rmSync(dir, { recursive: true, force: true })
    rmSync(path.join(DATA, 'secrets.json'), { force: true })
  }
  const secret = secrets(path.join(DATA, 'secrets.json'))
  let ownerUrl = external ?? ''
  if (!external) {
    const server = await startPostgres({ dir, password: secret.owner })
    stops.push(server.stop)
    ownerUrl = server.url('lucerna', secret.owner, 'postgres')
  }
  const host = process.env.HOST ?? '127.0.0.1'
  const port = await webPort(host)
  const shown = host === '0.0.0.0' || host === '::' ? 'localhost' : host
  const publicUrl = process.env.PUBLIC_URL ?? `http://${shown.includes(':') ? `[${shown}]` : shown}:${port}`
  const prepared = await prepare({ ownerUrl, secret, seed: true, bridges: true, bulk })
  if (prepared.said) say(prepared.said)
  if (!dev) await build()
  const app = await serve({ host, port, publicUrl, databaseUrl: appUrl(ownerUrl, secret.app).url, secret, demo: true, dev })
  stops.push(app.stop)
  stops.push(startBridges({ host, port, secret }).stop)
  app.child.on('exit', (code) => void stopAll(code ?? 1))
  writeFileSync(PID, `${process.pid}\n${publicUrl}\n`)
  say(`
  Lucerna is ready at  ${publicUrl}   (after ${((Date.now() - began) / 1000).toFixed(1)} s)

  Demo sign-ins, password for all: ${secret.demo}
    Hollowmere Heat            maren.ostby@lucerna.example       lead technician
                               tobias.achterberg@lucerna.example technician
                               ilse.fontane@lucerna.example      apprentice
                               noor.vance@lucerna.example        planner
    Ansel Bay Burner Service   ruben.calder@lucerna.example      lead technician
                               wim.tacoma@lucerna.example        technician

  Simulated instruments speak over the network: in a visit, Connect…, or begin the training bench there.

  Ctrl-C stops everything; the data stays. npm run demo -- --reset starts afresh.
`)
} catch (error) {
  console.error(error instanceof Told ? `\n${error.message}\n` : error)
  await stopAll(1)
}
