// `npm start`: Lucerna in earnest on one machine, without demo data. Asks nothing; while there is no firm it prints the link that begins one.
import path from 'node:path'
import { mkdirSync } from 'node:fs'
import { build, prepare, roles, serve } from './lib/app.mjs'
import { ensurePackages } from './lib/install.mjs'
import { endInOrder, onlyOne, publicAddress, stopAll, stops, webPort } from './lib/launch.mjs'
import { LIVE, liveDatabase } from './lib/live.mjs'
import { rehearseIfNeeded } from './lib/rehearse.mjs'
import { ROOT, say, start, Told } from './lib/run.mjs'

/** A backup each day at LUCERNA_BACKUP_AT (02:30), by this machine's clock. One that fails is said in the log; the next day tries again. @param {string} ownerUrl */
function nightly(ownerUrl) {
  const wish = process.env.LUCERNA_BACKUP_AT
  if (wish === undefined) return
  if (!/^([01]\d|2[0-3]):[0-5]\d$/.test(wish)) throw new Told(`LUCERNA_BACKUP_AT is "${wish}", which is no time like 02:30.`)
  let last = ''
  const minute = setInterval(() => {
    const now = new Date()
    const [day, time] = [now.toDateString(), `${String(now.getHours()).padStart(2, '0')}:${String(now.getMinutes()).padStart(2, '0')}`]
    if (time !== wish || day === last) return
    last = day
    const child = start(process.execPath, [path.join(ROOT, 'scripts/backup.mjs')], {
      stdio: 'inherit',
      env: { ...process.env, DATABASE_URL: ownerUrl },
    })
    child.on('exit', (code) => code !== 0 && say(`The backup of ${day} failed.`))
  }, 20_000)
  minute.unref()
}

endInOrder()
try {
  const [unknown] = process.argv.slice(2)
  if (unknown !== undefined) throw new Told(`Unknown: ${unknown}. Settings come by the environment: docs/operating.md.`)
  const began = Date.now()
  await ensurePackages()
  mkdirSync(LIVE, { recursive: true, mode: 0o755 })
  const pid = path.join(LIVE, 'start.pid')
  onlyOne(pid, 'start.mjs')
  const { secret, ownerUrl, stop } = await liveDatabase()
  stops.push(stop)
  const host = process.env.HOST ?? '127.0.0.1'
  const port = await webPort(host)
  const publicUrl = publicAddress(host, port)
  const folder = process.env.LUCERNA_BACKUP_DIR ?? path.join(LIVE, 'backups')
  await rehearseIfNeeded({ ownerUrl, secret, folder, recipient: process.env.LUCERNA_BACKUP_RECIPIENT })
  const { said } = await prepare({ ownerUrl, secret, seed: false, link: true })
  await build()
  const app = await serve({
    ...{ host, port, publicUrl, secret, demo: false },
    as: roles(ownerUrl, secret),
    env: {
      LOG_LEVEL: process.env.LOG_LEVEL ?? 'info',
      LUCERNA_BACKUP_DIR: folder,
    },
  })
  stops.push(app.stop)
  app.child.on('exit', (code) => void stopAll(code ?? 1))
  onlyOne(pid, 'start.mjs', publicUrl)
  nightly(ownerUrl)
  const link = /^link (\S+)$/m.exec(said)?.[1]
  say(`
  Lucerna is ready at  ${publicUrl}   (after ${((Date.now() - began) / 1000).toFixed(1)} s)
${link ? `\n  There is no firm yet. Begin it here, once, within a week:\n    ${publicUrl}/begin/${link}\n` : ''}
  How it stands: ${publicUrl}/status (user operator, password ${process.env.LUCERNA_OPERATOR_TOKEN ? 'LUCERNA_OPERATOR_TOKEN' : `"operator" in ${path.relative(ROOT, path.join(LIVE, 'secrets.json'))}`})
  Ctrl-C stops everything; the data stays in .data. For others on the network: HOST, PUBLIC_URL, and a proxy with TLS (docs/operating.md).
`)
} catch (error) {
  console.error(error instanceof Told ? `\n${error.message}\n` : error)
  await stopAll(1)
}
