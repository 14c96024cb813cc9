// Backups of a whole installation: one file of PostgreSQL's own format, and beside it a manifest that says what has to be in it.
import { createHash } from 'node:crypto'
import {
  createReadStream,
  createWriteStream,
  existsSync,
  mkdirSync,
  readFileSync,
  renameSync,
  rmSync,
  statSync,
  writeFileSync,
} from 'node:fs'
import path from 'node:path'
import { Readable } from 'node:stream'
import { pipeline } from 'node:stream/promises'
import { ensureBinaries } from './postgres.mjs'
import { ROOT, run, Told } from './run.mjs'

/** @typedef {{ rows: number, hash: string }} Counted */
/** @typedef {{ schema: 'lucerna.backup', v: 1, version: string, at: string, file: string, bytes: number, sha256: string, encrypted: boolean, migrations: number, firms: number, tables: Record<string, Counted> }} Manifest */

const manifestOf = (/** @type {string} */ file) => `${file}.manifest.json`
/** What only lives while somebody looks on, and what the sign-in counts: no backup owes it. */
const PASSING = new Set(['visit_device', 'live_lines', 'live_command', 'bridge_voice', 'rate_limit'])

/** @param {string} file */
async function sha256(file) {
  const hash = createHash('sha256')
  for await (const chunk of createReadStream(file)) hash.update(chunk)
  return hash.digest('hex')
}

/**
 * Rows of every table with a hash over all of them, whatever their order.
 * @param {import('postgres').Sql | import('postgres').TransactionSql} sql @returns {Promise<Record<string, Counted>>}
 */
async function counted(sql) {
  const tables =
    await sql`select table_name as name from information_schema.tables where table_schema = 'public' and table_type = 'BASE TABLE' order by 1`
  /** @type {Record<string, Counted>} */
  const found = {}
  for (const { name } of tables) {
    if (PASSING.has(name)) continue
    const [row] =
      await sql`select count(*)::int as rows, coalesce(md5(string_agg(h, '' order by h)), '') as hash from (select md5(t::text) as h from ${sql(name)} t) x`
    found[name] = { rows: row?.rows ?? 0, hash: row?.hash ?? '' }
  }
  return found
}

/** pg_dump and pg_restore read the password from the environment, so that it stands in no list of processes. @param {string} ownerUrl */
function connection(ownerUrl) {
  const url = new URL(ownerUrl)
  return {
    args: ['-h', url.hostname, '-p', url.port || '5432', '-U', decodeURIComponent(url.username), '-d', url.pathname.slice(1)],
    env: { ...process.env, PGPASSWORD: decodeURIComponent(url.password) },
  }
}

/** @param {string} from @param {string} to @param {(stream: ReadableStream<Uint8Array>) => Promise<ReadableStream<Uint8Array>>} change */
async function through(from, to, change) {
  const source = /** @type {ReadableStream<Uint8Array>} */ (Readable.toWeb(createReadStream(from)))
  await pipeline(Readable.fromWeb(/** @type {any} */ (await change(source))), createWriteStream(to, { mode: 0o600 }))
}

/**
 * Backs an installation up while it runs: dump and manifest are of the same moment.
 * @param {{ ownerUrl: string, folder: string, recipient?: string | undefined }} options `recipient`: an age public key; the file is then readable only with its identity
 */
export async function backUp({ ownerUrl, folder, recipient }) {
  const bin = await ensureBinaries()
  const { default: postgres } = await import('postgres')
  mkdirSync(folder, { recursive: true, mode: 0o700 })
  const at = new Date().toISOString()
  const plain = path.join(folder, `lucerna-${at.replaceAll(/[-:]/g, '').slice(0, 15)}.dump`)
  const file = recipient ? `${plain}.age` : plain
  const sql = postgres(ownerUrl, { max: 1, onnotice: () => {} })
  try {
    const { tables, firms, migrations } = await sql.begin('isolation level repeatable read read only', async (tx) => {
      const [snapshot] = await tx`select pg_export_snapshot() as id`
      const { args, env } = connection(ownerUrl)
      await run(
        path.join(bin, 'pg_dump'),
        [...args, '-Fc', `--snapshot=${snapshot?.id}`, '--no-owner', '--no-privileges', '-f', `${plain}.part`],
        { quiet: true, env },
      )
      const [known] =
        await tx`select (select count(*)::int from firm) as firms, (select count(*)::int from drizzle.__drizzle_migrations) as migrations`
      return { tables: await counted(tx), firms: known?.firms ?? 0, migrations: known?.migrations ?? 0 }
    })
    if (recipient) {
      const { Encrypter } = await import('age-encryption')
      const encrypter = new Encrypter()
      encrypter.addRecipient(recipient)
      await through(`${plain}.part`, `${file}.part`, (stream) => encrypter.encrypt(stream))
      rmSync(`${plain}.part`)
    }
    /** @type {Manifest} */
    const manifest = {
      schema: 'lucerna.backup',
      v: 1,
      version: JSON.parse(readFileSync(path.join(ROOT, 'package.json'), 'utf8')).version,
      at,
      file: path.basename(file),
      bytes: statSync(`${file}.part`).size,
      sha256: await sha256(`${file}.part`),
      encrypted: Boolean(recipient),
      ...{ migrations, firms, tables },
    }
    writeFileSync(manifestOf(file), JSON.stringify(manifest, null, 2), { mode: 0o600 })
    // Only a whole backup has its name.
    renameSync(`${file}.part`, file)
    return { file, manifest }
  } finally {
    rmSync(`${plain}.part`, { force: true })
    rmSync(`${file}.part`, { force: true })
    await sql.end()
  }
}

/** What a backup says of itself. @param {string} file @returns {Manifest} */
function manifestFor(file) {
  if (!existsSync(file)) throw new Told(`There is no file ${file}.`)
  if (!existsSync(manifestOf(file)))
    throw new Told(`Its manifest is missing: ${manifestOf(file)}. Without it nobody can say whether all is there.`)
  const manifest = JSON.parse(readFileSync(manifestOf(file), 'utf8'))
  if (manifest.schema !== 'lucerna.backup' || manifest.v !== 1)
    throw new Told(`${manifestOf(file)} is no manifest of a backup that this version knows.`)
  return manifest
}

/**
 * Puts a backup into an empty database and proves that all of it is there.
 * @param {{ file: string, targetUrl: string, identity?: string | undefined }} options `identity`: the age identity of an encrypted file
 * @returns {Promise<Manifest>}
 */
export async function restoreInto({ file, targetUrl, identity }) {
  const manifest = manifestFor(file)
  if ((await sha256(file)) !== manifest.sha256)
    throw new Told(`${file} is not the file that was backed up: it was changed or is damaged. Nothing was restored; take another.`)
  const bin = await ensureBinaries()
  const { default: postgres } = await import('postgres')
  const plain = manifest.encrypted ? `${file}.${process.pid}.open` : file
  const sql = postgres(targetUrl, { max: 1, onnotice: () => {} })
  try {
    const [there] = await sql`select count(*)::int as n from information_schema.tables where table_schema = 'public'`
    if (there?.n > 0) throw new Told('The database to restore into is not empty. Nothing was restored.')
    if (manifest.encrypted) {
      if (!identity) throw new Told('This backup is encrypted. Set LUCERNA_BACKUP_IDENTITY to the file with its age identity.')
      const { Decrypter } = await import('age-encryption')
      const decrypter = new Decrypter()
      decrypter.addIdentity(identity)
      await through(file, plain, (stream) => decrypter.decrypt(stream)).catch(() => {
        throw new Told('This identity does not open the backup. Nothing was restored.')
      })
    }
    const { args, env } = connection(targetUrl)
    await run(path.join(bin, 'pg_restore'), [...args, '--no-owner', '--no-privileges', '--exit-on-error', '--single-transaction', plain], {
      quiet: true,
      env,
    })
    const now = await counted(sql)
    const wrong = Object.entries(manifest.tables).filter(([name, { rows, hash }]) => now[name]?.rows !== rows || now[name]?.hash !== hash)
    if (wrong.length > 0)
      throw new Told(
        `Restored, but not the same: ${wrong.map(([name, { rows }]) => `${name} (${now[name]?.rows ?? 0} of ${rows} rows)`).join(', ')}. Do not use it.`,
      )
    return manifest
  } finally {
    if (manifest.encrypted) rmSync(plain, { force: true })
    await sql.end()
  }
}
