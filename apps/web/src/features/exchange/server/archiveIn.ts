import { hashPassword } from 'better-auth/crypto'
import { sql } from 'drizzle-orm'
import { createHash, randomBytes } from 'node:crypto'
import { createInterface } from 'node:readline'
import type { Readable } from 'node:stream'
import { v7 as uuidv7 } from 'uuid'
import yauzl from 'yauzl'
import { z } from 'zod'
import journal from '@/db/migrations/meta/_journal.json'
import type { Database, Transaction } from '@/db/client'
import { account, photoFile } from '@/db/schema'
import { projectDrift } from '@/features/visit/server'
import { reindexFirm } from '@/features/search/server'
import { ARCHIVE_FORMAT, ARCHIVE_VERSION, ARCHIVED, type ArchivedTable, type ArchiveManifest } from './archiveTables'

/** Why an archive is not taken in; nothing of it was. */
export class UnfitArchive extends Error {}

const BATCH = 500

const manifestSchema = z.object({
  format: z.literal(ARCHIVE_FORMAT),
  version: z.number().int(),
  firmId: z.uuid(),
  firmName: z.string(),
  madeAt: z.string(),
  schema: z.string(),
  files: z.record(z.string(), z.object({ rows: z.number().int().min(0), sha256: z.string().regex(/^[0-9a-f]{64}$/) })),
}) satisfies z.ZodType<ArchiveManifest>

class Archive {
  private constructor(
    private readonly zip: yauzl.ZipFile,
    private readonly entries: ReadonlyMap<string, yauzl.Entry>,
  ) {}

  static open(file: string): Promise<Archive> {
    return new Promise((done, failed) => {
      const unfit = () => failed(new UnfitArchive(`${file} is not a zip that can be read.`))
      yauzl.open(file, { lazyEntries: true, autoClose: false }, (error, zip) => {
        if (error) return unfit()
        const entries = new Map<string, yauzl.Entry>()
        zip.on('entry', (entry: yauzl.Entry) => {
          entries.set(entry.fileName, entry)
          zip.readEntry()
        })
        zip.on('end', () => done(new Archive(zip, entries)))
        zip.on('error', unfit)
        zip.readEntry()
      })
    })
  }

  read(name: string): Promise<Readable> {
    const entry = this.entries.get(name)
    if (!entry) throw new UnfitArchive(`${name} is missing from the archive.`)
    return new Promise((done, failed) =>
      this.zip.openReadStream(entry, (error, stream) => (error ? failed(new UnfitArchive(`${name} cannot be read.`)) : done(stream))),
    )
  }

  async bytes(name: string): Promise<Buffer> {
    const parts: Buffer[] = []
    for await (const part of await this.read(name)) parts.push(part as Buffer)
    return Buffer.concat(parts)
  }

  close(): void {
    this.zip.close()
  }
}

/** Reads everything once: whatever was changed or cut since it was made is found before anything is written. @throws UnfitArchive */
async function proven(archive: Archive): Promise<ArchiveManifest> {
  let read: unknown
  try {
    read = JSON.parse((await archive.bytes('manifest.json')).toString())
  } catch (error) {
    if (error instanceof UnfitArchive) throw error
    throw new UnfitArchive('Its manifest cannot be read.')
  }
  const parsed = manifestSchema.safeParse(read)
  if (!parsed.success) throw new UnfitArchive('This is not an archive of a firm.')
  const manifest = parsed.data
  if (manifest.version > ARCHIVE_VERSION || !journal.entries.some((e) => e.tag === manifest.schema))
    throw new UnfitArchive('It was made by a newer version of Lucerna: bring this server up to date first.')
  for (const table of ARCHIVED)
    if (!manifest.files[`tables/${table}.ndjson`]) throw new UnfitArchive(`tables/${table}.ndjson is missing from the archive.`)
  for (const [name, { sha256 }] of Object.entries(manifest.files)) {
    const sum = createHash('sha256')
    try {
      for await (const part of await archive.read(name)) sum.update(part as Buffer)
    } catch (error) {
      throw error instanceof UnfitArchive ? error : new UnfitArchive(`${name} cannot be read.`)
    }
    if (sum.digest('hex') !== sha256) throw new UnfitArchive(`${name} is not as it was made.`)
  }
  return manifest
}

async function* batches(archive: Archive, name: string): AsyncGenerator<string> {
  let lines: string[] = []
  for await (const line of createInterface({ input: await archive.read(name), crlfDelay: Number.POSITIVE_INFINITY })) {
    if (line) lines.push(line)
    if (lines.length < BATCH) continue
    yield `[${lines.join(',')}]`
    lines = []
  }
  if (lines.length > 0) yield `[${lines.join(',')}]`
}

/** Its people get accounts without a password; who has one on this server under the same id keeps it. @throws UnfitArchive */
async function takePeople(tx: Transaction, archive: Archive): Promise<void> {
  for await (const people of batches(archive, 'tables/people.ndjson')) {
    const taken = await tx.execute<{ email: string }>(
      sql`select u.email from jsonb_to_recordset(${people}::jsonb) as p(id text, email text) join "user" u on u.email = p.email and u.id <> p.id`,
    )
    if (taken.length > 0) throw new UnfitArchive(`On this server ${taken[0]!.email} is somebody else's account already.`)
    await tx.execute(
      sql`insert into "user" (id, name, email, email_verified) select p.id, p.name, p.email, true from jsonb_to_recordset(${people}::jsonb) as p(id text, name text, email text) on conflict (id) do nothing`,
    )
  }
}

/** Puts rows of one table there, with the columns that the archive has: what was added since takes its default. @throws UnfitArchive */
async function fill(tx: Transaction, table: ArchivedTable, lines: string, firmId: string): Promise<void> {
  const rows = JSON.parse(lines) as Record<string, unknown>[]
  if (rows.some((r) => r[table === 'firm' ? 'id' : 'firm_id'] !== firmId))
    throw new UnfitArchive(`tables/${table}.ndjson has rows of another firm.`)
  const columns = Object.keys(rows[0]!).filter((c) => c !== 'continues_id')
  const list = (of: string) =>
    sql.join(
      columns.map((c) => sql`${sql.raw(of)}${sql.identifier(c)}`),
      sql`, `,
    )
  await tx.execute(
    sql`insert into ${sql.identifier(table)} (${list('')}) select ${list('p.')} from jsonb_array_elements(${lines}::jsonb) with ordinality as e(r, n) cross join lateral jsonb_populate_record(null::${sql.identifier(table)}, e.r) p order by e.n`,
  )
}

/**
 * Takes a firm in from its archive, as the owner of the database: all of it, with its ids, or nothing.
 *
 * @throws UnfitArchive it is damaged, of a newer version, or the firm is here already
 */
export async function takeArchiveIn(file: string, owner: Database): Promise<ArchiveManifest> {
  const archive = await Archive.open(file)
  try {
    const manifest = await proven(archive)
    await owner.transaction(async (tx) => {
      const [known] = await tx.execute(sql`select 1 from firm where id = ${manifest.firmId}`)
      if (known) throw new UnfitArchive(`${manifest.firmName} is on this server already.`)
      await takePeople(tx, archive)
      for (const table of ARCHIVED)
        for await (const lines of batches(archive, `tables/${table}.ndjson`)) await fill(tx, table, lines, manifest.firmId)
      // A visit may go on with one that comes later in the file.
      for await (const lines of batches(archive, 'tables/visit.ndjson'))
        await tx.execute(
          sql`update visit v set continues_id = (r->>'continues_id')::uuid from jsonb_array_elements(${lines}::jsonb) r where v.id = (r->>'id')::uuid and r->>'continues_id' is not null`,
        )
      for (const name of Object.keys(manifest.files)) {
        const [, photoId, size] = name.match(/^photos\/([0-9a-f-]{36})-(full|small)\.jpg$/) ?? []
        if (photoId)
          await tx
            .insert(photoFile)
            .values({ firmId: manifest.firmId, photoId, size: size as 'full' | 'small', data: await archive.bytes(name) })
      }
      const visited = await tx.execute<{ id: string }>(
        sql`select distinct appliance_id as id from visit_appliance where firm_id = ${manifest.firmId}`,
      )
      for (let i = 0; i < visited.length; i += BATCH)
        await projectDrift(
          tx,
          manifest.firmId,
          visited.slice(i, i + BATCH).map((v) => v.id),
        )
      await reindexFirm(tx, manifest.firmId)
    })
    return manifest
  } finally {
    archive.close()
  }
}

/** A first password for each member who cannot sign in on this server yet: told once, to be changed. Answers whose. */
export async function firstPasswords(
  owner: Database,
  firmId: string,
): Promise<{ readonly name: string; readonly email: string; readonly password: string }[]> {
  const people = await owner.execute<{ id: string; name: string; email: string }>(
    sql`select u.id, u.name, u.email from membership m join "user" u on u.id = m.user_id
      where m.firm_id = ${firmId} and m.left_at is null and not exists (select 1 from account a where a.user_id = u.id) order by u.name`,
  )
  return Promise.all(
    people.map(async ({ id, name, email }) => {
      const password = randomBytes(12).toString('base64url')
      await owner
        .insert(account)
        .values({ id: uuidv7(), accountId: id, providerId: 'credential', userId: id, password: await hashPassword(password) })
      return { name, email, password }
    }),
  )
}
