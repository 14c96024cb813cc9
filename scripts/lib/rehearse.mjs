// The step to a new version, rehearsed: a backup first, its copy migrated and verified, and only then the database itself.
import { mkdtempSync, readFileSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import path from 'node:path'
import { prepare } from './app.mjs'
import { backUp, restoreInto } from './backup.mjs'
import { program, run, say, Told, WEB } from './run.mjs'

/** @typedef {import('./app.mjs').Secrets} Secrets */

/**
 * How many migrations of this version a database lacks; null for one that is empty. One of a newer version is refused: this one would not know its columns.
 * @param {string} ownerUrl @param {string} [journalFile]
 */
export async function pending(ownerUrl, journalFile = path.join(WEB, 'src/db/migrations/meta/_journal.json')) {
  const { default: postgres } = await import('postgres')
  const sql = postgres(ownerUrl, { max: 1, onnotice: () => {} })
  try {
    const [known] = await sql`select to_regclass('drizzle.__drizzle_migrations') is not null as there`
    if (!known?.there) return null
    const [row] = await sql`select coalesce(max(created_at), 0)::float8 as at from drizzle.__drizzle_migrations`
    /** @type {{ when: number }[]} */
    const entries = JSON.parse(readFileSync(journalFile, 'utf8')).entries
    const at = row?.at ?? 0
    if (at > Math.max(...entries.map((e) => e.when)))
      throw new Told(
        'The database belongs to a newer version of Lucerna. Nothing was changed. Start that version, or restore a backup made before it.',
      )
    return at === 0 ? null : entries.filter((e) => e.when > at).length
  } finally {
    await sql.end()
  }
}

/**
 * Rehearses the migrations that a database lacks on a copy of it: made from a fresh backup, migrated, its logs and reports verified. Answers with the backup.
 * @param {{ ownerUrl: string, secret: Secrets, folder: string, recipient?: string | undefined }} options
 * @throws {Told} when it fails; the database itself is as it was
 */
export async function rehearse({ ownerUrl, secret, folder, recipient }) {
  const { default: postgres } = await import('postgres')
  const own = new URL(ownerUrl).pathname.slice(1)
  const copy = `${own}_rehearsal`
  const copyUrl = Object.assign(new URL(ownerUrl), { pathname: `/${copy}` }).toString()
  const kept = await backUp({ ownerUrl, folder, recipient })
  // A backup that only its owner can open is no use here.
  const temporary = recipient ? mkdtempSync(path.join(tmpdir(), 'lucerna-rehearsal-')) : null
  const { file } = temporary ? await backUp({ ownerUrl, folder: temporary }) : kept
  const admin = postgres(ownerUrl, { max: 1, onnotice: () => {} })
  try {
    await admin`drop database if exists ${admin(copy)}`
    await admin`create database ${admin(copy)} template template0`
    await restoreInto({ file, targetUrl: copyUrl })
    await prepare({ ownerUrl, secret, seed: false, database: copy })
    await run(process.execPath, program('src/commands/verify.ts'), { quiet: true, env: { ...process.env, DATABASE_URL: copyUrl } })
  } catch (error) {
    throw new Told(
      `The step to this version failed on a copy; the database itself was not changed. Start the version of before, and tell us:\n${error instanceof Error ? error.message : String(error)}`,
    )
  } finally {
    await admin`drop database if exists ${admin(copy)}`
    await admin.end()
    if (temporary) rmSync(temporary, { recursive: true, force: true })
  }
  return kept.file
}

/**
 * What the start command does before it migrates: nothing for an empty or an up-to-date database, else a rehearsal.
 * @param {{ ownerUrl: string, secret: Secrets, folder: string, recipient?: string | undefined }} options
 */
export async function rehearseIfNeeded(options) {
  const count = await pending(options.ownerUrl)
  if (!count) return
  say(`A new version: its ${count} migration${count === 1 ? '' : 's'} of the database are rehearsed on a copy …`)
  const file = await rehearse(options)
  say(`Rehearsed. The backup of before is ${file}`)
}
