import { sql } from 'drizzle-orm'
import { createWriteStream, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { once } from 'node:events'
import { tmpdir } from 'node:os'
import path from 'node:path'
import { v7 as uuidv7 } from 'uuid'
import { connect, type Database } from '@/db/client'
import { prepareDatabase } from '@/db/migrate'
import { exportChunk, exportJob } from '@/db/schema'
import type { Actor } from '@/server/actor'
import { actorNamed, closeAll, inside, ownerDb, ownerUrl } from '@/test/world'
import { firstPasswords, takeArchiveIn, UnfitArchive } from './archiveIn'
import { orderOf, writeArchive } from './archiveOut'
import { ARCHIVED, LEFT_OUT } from './archiveTables'
import { ChunkedZip } from './chunkedZip'
import { askExport, cancelExport, exportFile, listExports, makeExport, readExport } from './exportJobs'

const folder = mkdtempSync(path.join(tmpdir(), 'archive-'))
const owner = new URL(ownerUrl)
const copyName = `archive_${process.pid}`
let maren: Actor
let copy: { readonly client: { end: () => Promise<void> }; readonly db: Database }
beforeAll(async () => {
  maren = await actorNamed('Maren Ostby')
  await ownerDb.execute(sql.raw(`create database ${copyName}`))
  const url = new URL(owner)
  url.pathname = `/${copyName}`
  const role = (kind: string) => ({ role: `${copyName}_${kind}`, password: 'for-this-test-only' })
  await prepareDatabase(url.toString(), { app: role('app'), signIn: role('sign_in') })
  copy = connect(url.toString(), 2) as never
})
afterAll(async () => {
  rmSync(folder, { recursive: true })
  await copy.client.end()
  await ownerDb.execute(sql.raw(`drop database ${copyName} with (force)`))
  for (const kind of ['app', 'sign_in']) await ownerDb.execute(sql.raw(`drop role ${copyName}_${kind}`))
  await closeAll()
})

const NOW = '2026-06-01T12:00:00.000Z'
async function archiveOf(actor: Actor, name: string): Promise<string> {
  const file = path.join(folder, name)
  const out = createWriteStream(file)
  const zip = new ChunkedZip(new Date(NOW), async (piece) => {
    if (!out.write(piece)) await once(out, 'drain')
  })
  await writeArchive(actor, zip, NOW, async () => {})
  await zip.end()
  out.end()
  await once(out, 'close')
  return file
}

test('every table of a firm is in the archive, or left out for a reason', async () => {
  const tables = await ownerDb.execute<{ name: string }>(
    sql`select table_name as name from information_schema.columns where table_schema = 'public' and column_name = 'firm_id'`,
  )
  expect(new Set([...ARCHIVED, ...Object.keys(LEFT_OUT)])).toEqual(new Set(['firm', ...tables.map((t) => t.name)]))
})

test('an archive taken into an empty server is the same firm, row by row and picture by picture', async () => {
  const file = await archiveOf(maren, 'firm.zip')
  const manifest = await takeArchiveIn(file, copy.db)
  expect(manifest.files['tables/visit_event.ndjson']!.rows).toBeGreaterThan(1000)
  // What the other side has now is what went in, however much is written here meanwhile.
  for (const table of ARCHIVED) {
    const own = table === 'firm' ? sql`t.id` : sql`t.firm_id`
    const [row] = await copy.db.execute<{ sum: string; n: number }>(
      sql`select encode(sha256(convert_to(coalesce(string_agg(to_jsonb(t)::text || chr(10), '' order by ${sql.raw(await orderOf(copy.db, table))}), ''), 'UTF8')), 'hex') as sum, count(*)::int as n
        from ${sql.identifier(table)} t where ${own} = ${maren.firmId}`,
    )
    const { rows, sha256 } = manifest.files[`tables/${table}.ndjson`]!
    expect([table, row!.n, row!.sum]).toEqual([table, rows, sha256])
  }
  const pictures = await copy.db.execute<{ name: string; sum: string }>(
    sql`select 'photos/' || photo_id || '-' || size || '.jpg' as name, encode(sha256(data), 'hex') as sum from photo_file where firm_id = ${maren.firmId}`,
  )
  expect(pictures.length).toBeGreaterThan(3)
  for (const { name, sum } of pictures) expect([name, sum]).toEqual([name, manifest.files[name]!.sha256])
  expect(
    (await copy.db.execute<{ n: number }>(sql`select count(*)::int as n from drift where firm_id = ${maren.firmId}`))[0]!.n,
  ).toBeGreaterThan(10)
  const found = await copy.db.execute<{ n: number }>(sql`select count(*)::int as n from search_entry where firm_id = ${maren.firmId}`)
  expect(found[0]!.n).toBeGreaterThan(10)
  // Nobody's password came along, and nothing of the other firm.
  expect((await copy.db.execute<{ n: number }>(sql`select count(*)::int as n from account`))[0]!.n).toBe(0)
  expect((await copy.db.execute<{ n: number }>(sql`select count(*)::int as n from firm`))[0]!.n).toBe(1)
  await expect(takeArchiveIn(file, copy.db)).rejects.toThrow(/on this server already/)
  // Everybody who works there gets a first password, once.
  const first = await firstPasswords(copy.db, maren.firmId)
  expect(first.map((p) => p.name)).toContain('Maren Ostby')
  expect(await firstPasswords(copy.db, maren.firmId)).toEqual([])
}, 60_000)

test('what was changed, cut or is something else is found before anything is written', async () => {
  const good = readFileSync(path.join(folder, 'firm.zip'))
  const broken = async (name: string, bytes: Buffer, why: RegExp) => {
    const file = path.join(folder, name)
    writeFileSync(file, bytes)
    const refused = takeArchiveIn(file, copy.db)
    await expect(refused).rejects.toThrow(UnfitArchive)
    await expect(refused).rejects.toThrow(why)
  }
  await broken('cut.zip', good.subarray(0, good.length - 2000), /cannot be read|not a zip/)
  await broken('text.zip', Buffer.from('This is no zip.'), /not a zip/)
  const flipped = Buffer.from(good)
  flipped[Math.floor(good.length / 2)]! ^= 1
  await broken('flipped.zip', flipped, /not as it was made|cannot be read|invalid|incorrect|unexpected/i)
  const other = new ChunkedZip(new Date(NOW), async (piece) => writeFileSync(path.join(folder, 'other.zip'), piece, { flag: 'a' }))
  await other.add('manifest.json', ['{"format":"something.else"}'])
  await other.end()
  await expect(takeArchiveIn(path.join(folder, 'other.zip'), copy.db)).rejects.toThrow(/not an archive of a firm/)
})

describe('a file made beside the requests', () => {
  const ask = async (wish: Parameters<typeof askExport>[2]) => {
    await ownerDb.update(exportJob).set({ state: 'cancelled' })
    return inside(maren, (tx) => askExport(tx, maren, wish))
  }
  test('is begun once, told how far it is, and handed out in pieces', async () => {
    const id = await ask({ kind: 'archive' })
    await expect(inside(maren, (tx) => askExport(tx, maren, { kind: 'archive' }))).rejects.toMatchObject({ status: 409 })
    expect(
      (await ownerDb.execute<{ n: number }>(sql`select count(*)::int as n from pgboss.job where name = 'exports' and id = ${id}::uuid`))[0]!
        .n,
    ).toBe(1)
    await makeExport({ jobId: id, userId: maren.userId })
    const made = await inside(maren, (tx) => readExport(tx, maren, id))
    expect(made).toMatchObject({ state: 'done', message: null })
    expect(made.progress).toBe(made.total)
    const { bytes, pieces } = await exportFile(maren, id)
    let got = 0
    for await (const piece of pieces) got += piece.length
    expect(got).toBe(bytes)
    // Called again by a queue that lost its word, nothing happens.
    await makeExport({ jobId: id, userId: maren.userId })
    expect(await ownerDb.$count(exportChunk)).toBeGreaterThan(0)
    await inside(maren, (tx) => cancelExport(tx, maren, id))
    expect(await inside(maren, (tx) => readExport(tx, maren, id))).toMatchObject({ state: 'cancelled' })
    await expect(exportFile(maren, id)).rejects.toMatchObject({ status: 409 })
  }, 60_000)

  test('stops when somebody says so, and leaves nothing', async () => {
    const id = await ask({ kind: 'archive' })
    await ownerDb
      .update(exportJob)
      .set({ cancelAsked: true })
      .where(sql`id = ${id}`)
    await makeExport({ jobId: id, userId: maren.userId })
    expect(await inside(maren, (tx) => readExport(tx, maren, id))).toMatchObject({ state: 'cancelled' })
    expect(await ownerDb.$count(exportChunk, sql`job_id = ${id}`)).toBe(0)
  })

  test('an archive is for leads; nobody gets one of another firm; a span without visits is said', async () => {
    const planner = { ...maren, role: 'planner', heldRole: 'planner' } as const
    await expect(inside(maren, (tx) => askExport(tx, planner, { kind: 'archive' }))).rejects.toMatchObject({ status: 403 })
    const ruben = await actorNamed('Ruben Calder')
    const id = await ask({ kind: 'archive' })
    await expect(inside(ruben, (tx) => readExport(tx, ruben, id))).rejects.toMatchObject({ status: 404 })
    expect((await inside(maren, (tx) => listExports(tx, planner))).every((j) => j.kind !== 'archive')).toBe(true)
    await expect(ask({ kind: 'reports', from: '1999-01-01', until: '1999-02-01' })).rejects.toMatchObject({ status: 409 })
    await makeExport({ jobId: uuidv7(), userId: maren.userId })
  })
})
