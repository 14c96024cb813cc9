// `npm run projections:rebuild`: on DATABASE_URL, else on the local database of the demo.
import path from 'node:path'
import { secrets } from './lib/app.mjs'
import { ensurePackages } from './lib/install.mjs'
import { clusterFolder, startPostgres } from './lib/postgres.mjs'
import { program, ROOT, run, Told } from './lib/run.mjs'

try {
  await ensurePackages()
  let ownerUrl = process.env.DATABASE_URL
  let stop = async () => {}
  if (!ownerUrl) {
    const secret = secrets(path.join(ROOT, '.data/secrets.json'))
    const dir = clusterFolder('pg')
    const server = await startPostgres({ dir, password: secret.owner })
    ownerUrl = server.url('lucerna', secret.owner, 'postgres')
    // A database that was running already belongs to a running demo: it is left running.
    if (!server.adopted) stop = server.stop
  }
  try {
    await run(process.execPath, program('src/commands/rebuildCommand.ts'), { env: { ...process.env, DATABASE_URL: ownerUrl } })
  } finally {
    await stop()
  }
} catch (error) {
  console.error(error instanceof Told ? error.message : error)
  process.exitCode = 1
}
