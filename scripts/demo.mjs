// `npm run demo`: from a bare checkout to a running Lucerna. `-- --reset` starts afresh; `-- --dev` is `npm run dev`;
// `-- --bulk --appliances=100000 --visits=1000000` adds a generated set for scale.
import { rmSync } from 'node:fs'
import path from 'node:path'
import { build, prepare, roles, secrets, serve, startBridges } from './lib/app.mjs'
import { ensurePackages } from './lib/install.mjs'
import { clusterFolder, startPostgres } from './lib/postgres.mjs'
import { endInOrder, onlyOne, publicAddress, stopAll, stops, webPort } from './lib/launch.mjs'
import { ROOT, say, Told } from './lib/run.mjs'

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

endInOrder()

try {
  if (unknown.length > 0)
    throw new Told(`Unknown: ${unknown.join(' ')}. There are --reset, --dev and --bulk (with --appliances=… and --visits=…).`)
  const began = Date.now()
  await ensurePackages()
  const dir = clusterFolder('pg')
  onlyOne(PID, 'demo.mjs')
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
  const publicUrl = publicAddress(host, port)
  // Side by side: neither needs the other.
  const [prepared] = await Promise.all([prepare({ ownerUrl, secret, seed: true, bridges: true, bulk }), dev || build()])
  if (prepared.said) say(prepared.said)
  const app = await serve({ host, port, publicUrl, as: roles(ownerUrl, secret), secret, demo: true, dev })
  stops.push(app.stop)
  stops.push(startBridges({ host, port, secret }).stop)
  app.child.on('exit', (code) => void stopAll(code ?? 1))
  onlyOne(PID, 'demo.mjs', publicUrl)
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
