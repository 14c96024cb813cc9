// Where a firm's own installation lives: apart from the demo, in the same checkout.
import path from 'node:path'
import { spawnSync } from 'node:child_process'
import { secrets } from './app.mjs'
import { clusterFolder, startPostgres } from './postgres.mjs'
import { program, ROOT, Told } from './run.mjs'

export const LIVE = path.join(ROOT, '.data/live')

/** The database of the installation: DATABASE_URL, else a cluster of its own. Adopted where it runs already. */
export async function liveDatabase() {
  const secret = secrets(path.join(LIVE, 'secrets.json'))
  const external = process.env.DATABASE_URL
  if (external) return { secret, ownerUrl: external, adopted: true, stop: async () => {} }
  const server = await startPostgres({ dir: clusterFolder('live-pg'), password: secret.owner })
  return { secret, ownerUrl: server.url('lucerna', secret.owner, 'postgres'), adopted: server.adopted, stop: server.stop }
}

/** A fresh link that begins a firm. @param {string} ownerUrl */
export function firmLink(ownerUrl) {
  const { status, stdout, stderr } = spawnSync(process.execPath, program('src/commands/firmLink.ts'), {
    encoding: 'utf8',
    env: { ...process.env, DATABASE_URL: ownerUrl },
  })
  if (status !== 0) throw new Told(`The link could not be made. ${stderr.trim().split('\n').at(-1) ?? ''}`)
  return stdout.trim()
}
