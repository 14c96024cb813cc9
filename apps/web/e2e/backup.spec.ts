import { appendFileSync, copyFileSync, mkdtempSync, readFileSync, rmSync, statSync } from 'node:fs'
import { tmpdir } from 'node:os'
import path from 'node:path'
import { generateX25519Identity, identityToRecipient } from 'age-encryption'
import postgres from 'postgres'
import { backUp, restoreInto } from '../../../scripts/lib/backup.mjs'
import { expect, test } from './test'

test('a backup of a running installation, encrypted, restores into an empty database with every row the same; what was changed is refused', async ({
  page: _,
}, { parallelIndex }) => {
  const { ownerUrl } = (JSON.parse(process.env.WORLDS ?? '[]') as { ownerUrl: string }[])[parallelIndex]!
  const folder = mkdtempSync(path.join(tmpdir(), 'lucerna-backup-'))
  const fresh = `restored_${Math.random().toString(36).slice(2, 8)}`
  const targetUrl = Object.assign(new URL(ownerUrl), { pathname: `/${fresh}` }).toString()
  const admin = postgres(Object.assign(new URL(ownerUrl), { pathname: '/template1' }).toString(), { max: 1, onnotice: () => {} })
  try {
    const identity = await generateX25519Identity()
    const recipient = await identityToRecipient(identity)
    const { file, manifest } = await backUp({ ownerUrl, folder, recipient })
    expect(manifest).toMatchObject({ schema: 'lucerna.backup', encrypted: true, firms: expect.any(Number) })
    expect(manifest.tables.visit_event!.rows).toBeGreaterThan(100)
    // Nobody else reads it, and no name stands in it.
    expect(statSync(file).mode & 0o077).toBe(0)
    expect(readFileSync(file).includes(Buffer.from('Achterberg'))).toBe(false)
    await admin`create database ${admin(fresh)} template template0`
    const refused = (more: object) => restoreInto({ file, targetUrl, identity, ...more }).catch((e: unknown) => (e as Error).message)
    expect(await refused({ identity: undefined })).toMatch(/encrypted/)
    expect(await refused({ identity: await generateX25519Identity() })).toMatch(/does not open/)
    const changed = path.join(folder, 'changed.dump.age')
    copyFileSync(file, changed)
    copyFileSync(`${file}.manifest.json`, `${changed}.manifest.json`)
    appendFileSync(changed, 'x')
    expect(await refused({ file: changed })).toMatch(/changed or is damaged/)
    expect(await restoreInto({ file, targetUrl, identity })).toEqual(manifest)
    // Once more into the same: it is not empty any more.
    expect(await refused({})).toMatch(/not empty/)
  } finally {
    await admin`drop database if exists ${admin(fresh)}`
    await admin.end()
    rmSync(folder, { recursive: true, force: true })
  }
})
