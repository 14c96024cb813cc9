// `npm run verify [-- "Name of the firm"]`: walks the logs and reports of the installation (or of DATABASE_URL) and names the first break.
import { existsSync } from 'node:fs'
import path from 'node:path'
import { ensurePackages } from './lib/install.mjs'
import { LIVE, liveDatabase } from './lib/live.mjs'
import { program, run, Told } from './lib/run.mjs'

try {
  await ensurePackages()
  if (!process.env.DATABASE_URL && !existsSync(path.join(LIVE, 'secrets.json')))
    throw new Told('There is no installation here yet. Run npm start first, or set DATABASE_URL.')
  const { ownerUrl, adopted, stop } = await liveDatabase()
  try {
    await run(process.execPath, program('src/commands/verify.ts', ...process.argv.slice(2)), {
      env: { ...process.env, DATABASE_URL: ownerUrl },
    })
  } finally {
    // A database that was running already belongs to a running server.
    if (!adopted) await stop()
  }
} catch (error) {
  console.error(error instanceof Told ? error.message : error)
  process.exitCode = 1
}
