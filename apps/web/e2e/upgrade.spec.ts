import { cpSync, mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import path from 'node:path'
import { drizzle } from 'drizzle-orm/postgres-js'
import { migrate } from 'drizzle-orm/postgres-js/migrator'
import postgres from 'postgres'
import { prepare } from '../../../scripts/lib/app.mjs'
import { pending, rehearse } from '../../../scripts/lib/rehearse.mjs'
import { expect, test } from './test'

const MIGRATIONS = path.resolve(import.meta.dirname, '../src/db/migrations')
/** The version of before logs were chained and firms were entered with a pass. */
const BEFORE = 17

test('from an older version: rehearsed on a copy, which fails without a trace; then the same step in earnest', async ({ page: _ }, {
  parallelIndex,
}) => {
  type World = { ownerUrl: string; secret: Parameters<typeof rehearse>[0]['secret'] }
  const { ownerUrl: clusterUrl, secret } = (JSON.parse(process.env.WORLDS ?? '[]') as World[])[parallelIndex]!
  const folder = mkdtempSync(path.join(tmpdir(), 'lucerna-upgrade-'))
  const name = `old_${Math.random().toString(36).slice(2, 8)}`
  const ownerUrl = Object.assign(new URL(clusterUrl), { pathname: `/${name}` }).toString()
  const admin = postgres(Object.assign(new URL(clusterUrl), { pathname: '/template1' }).toString(), { max: 1, onnotice: () => {} })
  await admin`create database ${admin(name)} template template0`
  const sql = postgres(ownerUrl, { max: 1, onnotice: () => {} })
  try {
    expect(await pending(ownerUrl)).toBeNull()
    // As the version of before left it.
    const old = path.join(folder, 'migrations')
    cpSync(MIGRATIONS, old, { recursive: true })
    const journal = JSON.parse(readFileSync(path.join(old, 'meta/_journal.json'), 'utf8')) as { entries: { when: number }[] }
    writeFileSync(path.join(old, 'meta/_journal.json'), JSON.stringify({ ...journal, entries: journal.entries.slice(0, BEFORE) }))
    await migrate(drizzle(sql), { migrationsFolder: old })
    const id = '0197a000-0000-7000-8000-000000000001'
    await sql`insert into firm (id, name, practice_id, practice_version) values (${id}, 'Fellbank', 'metric-ratio', 1)`
    await sql`insert into "user" (id, name, email) values ('u', 'Dana', 'dana@fellbank.example')`
    await sql`insert into site (id, firm_id, name, address, time_zone, altitude_m) values (${id}, ${id}, 'Weir Mill', 'x', 'UTC', 0)`
    await sql`insert into visit (id, firm_id, site_id, job_kind, planned_for, status, practice_id, practice_version, last_seq) values (${id}, ${id}, ${id}, 'breakdown', now(), 'open', 'metric-ratio', 1, 2)`
    for (const seq of [1, 2])
      await sql`insert into visit_event (id, firm_id, visit_id, seq, type, v, at, device_id, device_seq, author_id, provisional, received_at, data, content_hash)
        values (gen_random_uuid(), ${id}, ${id}, ${seq}, 'note.added', 1, now(), ${id}, ${seq}, 'u', false, now(), '{"text":"x"}', 'x')`
    const count = journal.entries.length - BEFORE
    expect(await pending(ownerUrl)).toBe(count)

    const step = () => rehearse({ ownerUrl, secret, folder: path.join(folder, 'backups') })
    // Something that the new version trips over: told, and nothing is changed.
    await sql`create table pass_secret (x integer)`
    await expect(step()).rejects.toThrow(/failed on a copy; the database itself was not changed/)
    expect(await pending(ownerUrl)).toBe(count)
    await sql`drop table pass_secret`
    expect(await step()).toContain('.dump')
    expect(await pending(ownerUrl)).toBe(count)
    expect(await admin`select 1 from pg_database where datname like ${`${name}_re%`}`).toHaveLength(0)
    expect(readdirSync(path.join(folder, 'backups')).filter((f) => f.endsWith('.dump'))).toHaveLength(2)

    await prepare({ ownerUrl, secret, seed: false })
    expect(await pending(ownerUrl)).toBe(0)
    const [row] = await sql`select v.log_head = e.chain_hash as chained from visit v join visit_event e on e.visit_id = v.id and e.seq = 2`
    expect(row?.chained).toBe(true)
    // A database of a later version is left alone.
    await sql`insert into drizzle.__drizzle_migrations (hash, created_at) values ('later', 99999999999999)`
    await expect(pending(ownerUrl)).rejects.toThrow(/newer version/)
  } finally {
    await sql.end()
    await admin`drop database if exists ${admin(name)}`
    await admin.end()
    rmSync(folder, { recursive: true, force: true })
  }
})
