// `npm run firm`: a link that begins one more firm on this server (of `npm start`, or of DATABASE_URL).
import path from 'node:path'
import { existsSync, readFileSync } from 'node:fs'
import { ensurePackages } from './lib/install.mjs'
import { firmLink, LIVE, liveDatabase } from './lib/live.mjs'
import { say, Told } from './lib/run.mjs'

try {
  await ensurePackages()
  if (!process.env.DATABASE_URL && !existsSync(path.join(LIVE, 'secrets.json')))
    throw new Told('There is no installation here yet. Run npm start first, or set DATABASE_URL.')
  const { ownerUrl, adopted, stop } = await liveDatabase()
  try {
    const pid = path.join(LIVE, 'start.pid')
    const at = process.env.PUBLIC_URL ?? (existsSync(pid) ? readFileSync(pid, 'utf8').split('\n')[1] : '')
    say(`A firm can be begun once, within a week, at\n  ${at || '(the address of your server)'}/begin/${firmLink(ownerUrl)}`)
  } finally {
    // A database that was running already belongs to a running server.
    if (!adopted) await stop()
  }
} catch (error) {
  console.error(error instanceof Told ? error.message : error)
  process.exitCode = 1
}
