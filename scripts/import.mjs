// `npm run import -- archive.zip`: takes a firm into this installation (or into DATABASE_URL) from the archive that another one made.
import { spawnSync } from 'node:child_process'
import { existsSync } from 'node:fs'
import path from 'node:path'
import { databaseEnv, prepare, roles } from './lib/app.mjs'
import { ensurePackages } from './lib/install.mjs'
import { liveDatabase } from './lib/live.mjs'
import { program, Told } from './lib/run.mjs'

const [file] = process.argv.slice(2)
try {
  if (!file || !existsSync(file)) throw new Told('Say which file: npm run import -- archive.zip')
  await ensurePackages()
  const { secret, ownerUrl, adopted, stop } = await liveDatabase()
  try {
    // A server that was never started has no tables yet.
    await prepare({ ownerUrl, secret, seed: false })
    // It says itself why it took nothing in.
    const { status } = spawnSync(process.execPath, program('src/commands/takeIn.ts', path.resolve(file)), {
      stdio: 'inherit',
      env: { ...process.env, ...databaseEnv(roles(ownerUrl, secret)), DATABASE_URL: ownerUrl },
    })
    process.exitCode = status ?? 1
  } finally {
    if (!adopted) await stop()
  }
} catch (error) {
  console.error(error instanceof Told ? error.message : error)
  process.exitCode = 1
}
