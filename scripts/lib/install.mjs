import { createHash } from 'node:crypto'
import { existsSync, readFileSync, writeFileSync } from 'node:fs'
import path from 'node:path'
import { ROOT, run, say, Told } from './run.mjs'

const MARK = path.join(ROOT, 'node_modules/.lucerna-installed')

/**
 * Installs npm packages when they are missing or the lock file has changed since: what building and serving needs, which is half of all; or the tools too that check and test.
 * Once the tools are here they stay. @param {{ tools?: boolean }} [options]
 */
export async function ensurePackages({ tools = false } = {}) {
  const [major = 0, minor = 0] = process.versions.node.split('.').map(Number)
  if (major < 20 || (major === 20 && minor < 19)) throw new Told(`Node.js 20.19 or newer is needed; this is ${process.version}.`)
  const wanted = createHash('sha256')
    .update(readFileSync(path.join(ROOT, 'package-lock.json')))
    .digest('hex')
  const [hash, extent] = existsSync(MARK) ? readFileSync(MARK, 'utf8').split(' ') : []
  const all = tools || extent === 'all'
  if (hash === wanted && (extent === 'all') === all) return
  say('Installing npm packages …')
  // `npm install` rather than `npm ci`: a lock made on one platform lists only that platform's optional binaries.
  await run('npm', ['install', '--no-audit', '--no-fund', '--no-save', '--loglevel=error', ...(all ? [] : ['--omit=dev'])], {
    quiet: true,
  })
  writeFileSync(MARK, `${wanted} ${all ? 'all' : 'serving'}`)
}
