// `npm run backup`: the installation of `npm start` (or DATABASE_URL) into one file and its manifest, while it runs.
import { spawnSync } from 'node:child_process'
import path from 'node:path'
import { backUp } from './lib/backup.mjs'
import { ensurePackages } from './lib/install.mjs'
import { LIVE, liveDatabase } from './lib/live.mjs'
import { say, Told } from './lib/run.mjs'

try {
  await ensurePackages()
  const { ownerUrl, adopted, stop } = await liveDatabase()
  try {
    const folder = path.resolve(process.env.LUCERNA_BACKUP_DIR ?? path.join(LIVE, 'backups'))
    const { file, manifest } = await backUp({ ownerUrl, folder, recipient: process.env.LUCERNA_BACKUP_RECIPIENT })
    const rows = Object.values(manifest.tables).reduce((sum, t) => sum + t.rows, 0)
    say(
      `Backed up: ${file}\n  ${manifest.firms} firm(s), ${rows} rows, ${(manifest.bytes / 1e6).toFixed(1)} MB${manifest.encrypted ? ', encrypted' : ''}. Keep the manifest beside it.`,
    )
    const command = process.env.LUCERNA_BACKUP_COMMAND
    if (command) {
      // The operator's own program takes it elsewhere: it gets file and manifest.
      const { status } = spawnSync(command, [file, `${file}.manifest.json`], { stdio: 'inherit', shell: false })
      if (status !== 0) throw new Told(`Backed up here, but ${command} ended with ${status ?? 'an error'}: it is not anywhere else.`)
    }
  } finally {
    if (!adopted) await stop()
  }
} catch (error) {
  console.error(error instanceof Told ? error.message : error)
  process.exitCode = 1
}
