// `npm run restore -- file.dump`: proves a backup in a database of its own, then puts it in the place of the installation's. What was there stays under another name.
import path from 'node:path'
import { existsSync, readFileSync } from 'node:fs'
import { restoreInto } from './lib/backup.mjs'
import { ensurePackages } from './lib/install.mjs'
import { LIVE, liveDatabase } from './lib/live.mjs'
import { commandLine, say, Told } from './lib/run.mjs'

try {
  const [file, ...more] = process.argv.slice(2)
  if (!file || more.length > 0) throw new Told('Which backup? npm run restore -- path/to/lucerna-….dump')
  await ensurePackages()
  const pid = path.join(LIVE, 'start.pid')
  if (existsSync(pid) && commandLine(Number(readFileSync(pid, 'utf8').split('\n')[0])).includes('start.mjs'))
    throw new Told('Lucerna runs. End it with Ctrl-C first, then restore.')
  const { ownerUrl, stop } = await liveDatabase()
  const { default: postgres } = await import('postgres')
  const named = (/** @type {string} */ name) => Object.assign(new URL(ownerUrl), { pathname: `/${name}` }).toString()
  const own = new URL(ownerUrl).pathname.slice(1)
  const stamp = new Date().toISOString().replaceAll(/\D/g, '').slice(0, 14)
  const admin = postgres(named('template1'), { max: 1, onnotice: () => {} })
  try {
    await admin`create database ${admin(`restored_${stamp}`)} template template0`
    const identity = process.env.LUCERNA_BACKUP_IDENTITY
    const key = identity
      ? readFileSync(identity, 'utf8')
          .split('\n')
          .find((l) => l.startsWith('AGE-SECRET-KEY-'))
      : undefined
    try {
      const manifest = await restoreInto({ file: path.resolve(file), targetUrl: named(`restored_${stamp}`), identity: key })
      await admin`alter database ${admin(own)} rename to ${admin(`before_${stamp}`)}`
      await admin`alter database ${admin(`restored_${stamp}`)} rename to ${admin(own)}`
      say(
        `Restored and proved: ${manifest.firms} firm(s) of ${manifest.at}. What was there before is kept as the database before_${stamp}. Begin with: npm start`,
      )
    } catch (error) {
      await admin`drop database if exists ${admin(`restored_${stamp}`)}`
      throw error
    }
  } finally {
    await admin.end()
    await stop()
  }
} catch (error) {
  console.error(error instanceof Told ? error.message : error)
  process.exitCode = 1
}
