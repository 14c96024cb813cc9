import fc from 'fast-check'
import { eq, like } from 'drizzle-orm'
import { v7 as uuidv7 } from 'uuid'
import { inFirm } from '@/db/client'
import { appliance, gasSupply, importBatch, importJob, site } from '@/db/schema'
import type { Actor } from '@/server/actorOf'
import { actorNamed, closeAll, ownerDb } from '@/test/world'
import { cellOf, readCell } from './cells'
import { type Column, COLUMNS } from './columns'
import { csvLine, csvRows, decoded, delimiterOf } from '@/ui/csv'
import { exportPlaces, exportTable } from './server/exports'
import { checkFile } from './server/imports'
import { type ImportKind, jobRows, readJob } from './server/jobs'
import { commitJob, takeOver } from './server/takeOver'

async function* bytes(...parts: readonly (string | Uint8Array)[]): AsyncGenerator<Uint8Array> {
  for (const p of parts) yield typeof p === 'string' ? new TextEncoder().encode(p) : p
}
const rowsOf = async (...parts: readonly (string | Uint8Array)[]) => {
  const rows: { line: number; cells: string[] }[] = []
  for await (const r of csvRows(decoded(bytes(...parts)))) rows.push(r)
  return rows
}
const column = (kind: keyof typeof COLUMNS, name: string): Column => COLUMNS[kind].find((c) => c.name === name)!

describe('CSV as it comes', () => {
  test('BOM, semicolons, Windows line ends, quoted line breaks, empty lines; lines count as in a spreadsheet', async () => {
    expect(await rowsOf('\uFEFFname;address\r\n"A; B";"1\r\n2"\r\n\r\n', 'C;D')).toEqual([
      { line: 1, cells: ['name', 'address'] },
      { line: 2, cells: ['A; B', '1\r\n2'] },
      { line: 5, cells: ['C', 'D'] },
    ])
  })
  test('UTF-16 with its mark is read; text that is no UTF-8 is refused, never guessed', async () => {
    const utf16 = Buffer.concat([Buffer.from([0xff, 0xfe]), Buffer.from('a,b\né,1\n', 'utf16le')])
    expect((await rowsOf(utf16)).at(-1)?.cells).toEqual(['é', '1'])
    await expect(rowsOf(Buffer.from([0x61, 0x2c, 0xe9, 0x0a]))).rejects.toMatchObject({ code: 'encoding' })
  })
  test('wherever the pieces are cut, the rows are the same', async () => {
    const text = 'name,remark\nZürich,"a ""b""\nc"\nQuai 1,–\n'
    const whole = await rowsOf(text)
    const raw = new TextEncoder().encode(text)
    await fc.assert(
      fc.asyncProperty(fc.integer({ min: 1, max: raw.length - 1 }), async (cut) => {
        expect(await rowsOf(raw.slice(0, cut), raw.slice(cut))).toEqual(whole)
      }),
    )
  })
  test.each([
    ['a,b,c', ','],
    ['a;b;"c,d,e"', ';'],
    ['a\tb', '\t'],
  ])('%p is parted by %p', (head, delimiter) => expect(delimiterOf(head)).toBe(delimiter))
})

describe('cells', () => {
  test.each([
    ['12,5', 12.5],
    ['12.5', 12.5],
    ['41 ft', 41 * 0.3048],
  ])('altitude %p is %p m', (raw, value) =>
    expect(readCell(column('sites', 'altitude_m'), raw)).toMatchObject({ ok: true, value: expect.closeTo(value, 6) }),
  )
  test.each([
    ['1,200', /two ways/],
    ['high', /not a valid number/],
    ['', /./],
  ])('altitude %p is asked about', (raw, message) =>
    expect(readCell(column('sites', 'altitude_m'), raw)).toMatchObject({ ok: false, message: expect.stringMatching(message) }),
  )
  test.each([
    ['31.3.2025', '2025-03-31'],
    ['2025-03-31', '2025-03-31'],
  ])('day %p', (raw, value) => expect(readCell(column('appliances', 'installed_on'), raw)).toEqual({ ok: true, value }))
  test('03/04/2025 could be two days', () =>
    expect(readCell(column('appliances', 'installed_on'), '03/04/2025')).toMatchObject({ ok: false }))
  test.each([
    '=HYPERLINK("x")',
    '+1',
    '-2',
    '@cmd',
    "'=1",
    "''!",
    "'",
    'plain',
    "it's",
    '\u2013',
    '\uFF1D1+1',
    '\u200B=1',
    '\u2060\uFF20cmd',
  ])('%p goes out harmless and comes back the same', (text) => {
    const remark = column('appliances', 'remark')
    const cell = cellOf(remark, text)
    expect(cell).not.toMatch(/^[\u200B\u2060]*[=+\-@\uFF1D\uFF20]/)
    expect(readCell(remark, cell)).toEqual({ ok: true, value: text })
  })
  test('any text survives a line of CSV and its cell', async () => {
    const remark = column('appliances', 'remark')
    await fc.assert(
      fc.asyncProperty(
        fc.string({ minLength: 1 }).filter((s) => s.trim() === s && s !== '' && !s.includes('\uFFFD') && !/[\uFEFF\r]/.test(s)),
        async (text) => {
          const [, row] = await rowsOf('a,b\n', csvLine([cellOf(remark, text), 'x']))
          expect(readCell(remark, row?.cells[0] ?? '')).toEqual({ ok: true, value: text })
        },
      ),
    )
  })
})

describe('a file taken in', () => {
  let noor: Actor
  beforeAll(async () => {
    noor = await actorNamed('Noor Vance')
  })
  afterAll(closeAll)
  const check = async (kind: ImportKind, ...parts: readonly (string | Uint8Array)[]) => {
    const id = await checkFile(noor, kind, 'file.csv', bytes(...parts), new AbortController().signal)
    return { id, job: await inFirm(noor, (tx) => readJob(tx, noor, id)) }
  }
  const rows = (id: string, action?: 'add' | 'change' | 'same' | 'refuse') =>
    inFirm(noor, (tx) => jobRows(tx, noor, id, { action, after: 0 }))
  const take = async (id: string) => {
    await ownerDb.update(importJob).set({ state: 'importing' }).where(eq(importJob.id, id))
    await takeOver(noor, id)
    return inFirm(noor, (tx) => readJob(tx, noor, id))
  }
  const SITES = 'name;address;time_zone;altitude_m\r\n'

  test('a dry run says row by row what would happen; mended, it is taken over as a whole', async () => {
    const mark = uuidv7().slice(-10)
    const first = await check('sites', SITES, `Mill ${mark};Weir 1;Europe/Zurich;412,5\r\nBarn ${mark};Weir 2;Mars/Olympus;1,200\r\n`)
    expect(first.job).toMatchObject({ state: 'checked', rows: 2, added: 1, refused: 1 })
    expect((await rows(first.id, 'refuse')).rows).toMatchObject([
      { line: 3, problems: [{ column: 'altitude_m' }, { column: 'time_zone' }] },
    ])
    await expect(commitJob(noor, first.id)).rejects.toMatchObject({ status: 409 })
    expect(
      await ownerDb
        .select()
        .from(site)
        .where(like(site.name, `%${mark}`)),
    ).toHaveLength(0)

    const mended = await check('sites', SITES, `Mill ${mark};Weir 1;Europe/Zurich;412,5\r\nBarn ${mark};Weir 2;Europe/Zurich;1200\r\n`)
    expect(await take(mended.id)).toMatchObject({ state: 'done', added: 2 })
    expect(
      await ownerDb
        .select()
        .from(site)
        .where(like(site.name, `%${mark}`)),
    ).toHaveLength(2)
    expect(await ownerDb.select().from(importBatch).where(eq(importBatch.jobId, mended.id))).toHaveLength(0)

    // The same again is the same; one cell changed is a change, and says which.
    const again = await check('sites', SITES, `Mill ${mark};Weir 1;Europe/Zurich;412.5\r\nBarn ${mark};Weir 2;Europe/Zurich;1201\r\n`)
    expect(again.job).toMatchObject({ same: 1, changed: 1 })
    expect((await rows(again.id, 'change')).rows).toMatchObject([{ changes: ['altitudeM'] }])
  })

  test('appliances find their site, supply and card; what is not there, double or ambiguous is refused by its column', async () => {
    const mark = uuidv7().slice(-10)
    const line = (serial: string, where = '11 Quarry Row', card = 'tarnwick-larch-18-h') => `${where},${card},Unit,${serial},Attic\n`
    const file = await check(
      'appliances',
      'site,card,name,serial,position\n',
      line(`A${mark}`),
      line(`A${mark}`),
      line(`B${mark}`, 'Nowhere'),
      line(`C${mark}`, '11 Quarry Row', 'no-such-card'),
      line(`D${mark}`, 'Upper Sallow Lodge'),
    )
    expect(file.job).toMatchObject({ rows: 5, added: 1, refused: 4 })
    expect((await rows(file.id, 'refuse')).rows.map((r) => [r.line, r.problems?.[0]?.column])).toEqual([
      [3, 'id'],
      [4, 'site'],
      [5, 'card'],
      [6, 'supply_id'],
    ])
  })

  test.each([
    ['no known column', 'foo,bar\n1,2\n', /none of the column names/],
    ['an unknown column', 'name,address,time_zone,altitude_m,colour\n', /colour/],
    ['a missing column', 'name,address\n', /time_zone, altitude_m/],
    ['nothing', '', /no row/],
    ['a header alone', 'name,address,time_zone,altitude_m\n', /no row/],
  ])('%s: refused as a whole', async (_name, text, message) => {
    const { job } = await check('sites', text)
    expect(job).toMatchObject({ state: 'refused', message: expect.stringMatching(message) })
  })

  test('what changed between check and taking over stops it, and leaves nothing behind', async () => {
    const mark = uuidv7().slice(-10)
    const { id } = await check('sites', SITES, `Twin ${mark};Weir 1;UTC;1\r\nTwin ${mark};Weir 2;UTC;1\r\n`)
    const [list] = await ownerDb.select().from(importBatch).where(eq(importBatch.jobId, id))
    const row = list!.rows.find((r) => r.line === 3)
    // Somebody took the very id meanwhile.
    await ownerDb
      .insert(site)
      .values({ id: row!.subjectId!, firmId: noor.firmId, name: 'Other', address: 'x', timeZone: 'UTC', altitudeM: 1 })
    await expect(take(id)).rejects.toThrow()
    expect(await inFirm(noor, (tx) => readJob(tx, noor, id))).toMatchObject({
      state: 'checked',
      message: expect.stringMatching(/changed in the meantime/),
    })
    expect(
      await ownerDb
        .select()
        .from(site)
        .where(like(site.name, `Twin ${mark}`)),
    ).toHaveLength(0)
  })

  test('somebody edited it between check and taking over: theirs stands, nothing is taken', async () => {
    const mark = uuidv7().slice(-10)
    const made = await check('sites', SITES, `Edit ${mark};Weir 1;UTC;1\r\n`)
    await take(made.id)
    const { id } = await check('sites', SITES, `Edit ${mark};Weir 1;UTC;2\r\n`)
    await ownerDb
      .update(site)
      .set({ altitudeM: 7, version: 2 })
      .where(like(site.name, `Edit ${mark}`))
    await expect(take(id)).rejects.toMatchObject({ code: 'changed-meanwhile' })
    expect(
      await ownerDb
        .select()
        .from(site)
        .where(like(site.name, `Edit ${mark}`)),
    ).toMatchObject([{ altitudeM: 7 }])
  })

  test('what the file has no column for stays; a removed entry is brought back by its id', async () => {
    const mark = uuidv7().slice(-10)
    const made = await check('sites', `${SITES.trim()};hazards\r\n`, `Stay ${mark};Weir 1;UTC;1;Steep stairs\r\n`)
    await take(made.id)
    const [before] = await ownerDb
      .select()
      .from(site)
      .where(like(site.name, `Stay ${mark}`))
    await ownerDb.update(site).set({ deletedAt: new Date().toISOString() }).where(eq(site.id, before!.id))
    const { id, job } = await check('sites', `id;${SITES}`, `${before!.id};Stay ${mark};Weir 1;UTC;1\r\n`)
    expect(job).toMatchObject({ changed: 1, added: 0 })
    await take(id)
    const [after] = await ownerDb.select().from(site).where(eq(site.id, before!.id))
    expect([after!.hazards, after!.deletedAt]).toEqual(['Steep stairs', null])
  })

  test('two who take it over at once: one does; what broke off while being read is never taken over', async () => {
    const { id } = await check('sites', SITES, `Once ${uuidv7().slice(-10)};Weir 1;UTC;1\r\n`)
    const asked = await Promise.allSettled([commitJob(noor, id), commitJob(noor, id)])
    expect(asked.map((a) => a.status).sort()).toEqual(['fulfilled', 'rejected'])
    for (let i = 0; i < 100; i++) {
      if ((await inFirm(noor, (tx) => readJob(tx, noor, id))).state === 'done') break
      await new Promise((r) => setTimeout(r, 50))
    }
    expect(await inFirm(noor, (tx) => readJob(tx, noor, id))).toMatchObject({ state: 'done' })
    const half = await check('sites', SITES, `Half ${uuidv7().slice(-10)};Weir 1;UTC;1\r\n`)
    await ownerDb.update(importJob).set({ state: 'reading', updatedAt: '2026-01-01T00:00:00Z' }).where(eq(importJob.id, half.id))
    expect(await inFirm(noor, (tx) => readJob(tx, noor, half.id))).toMatchObject({ state: 'broken-off' })
    await expect(commitJob(noor, half.id)).rejects.toMatchObject({ status: 409 })
  })

  test('a quotation mark that is never closed ends as a message with its line', async () => {
    const { job } = await check('sites', SITES, 'A;"Weir 1;UTC;1\n', ...Array.from({ length: 30 }, () => 'x'.repeat(50_000)))
    expect(job).toMatchObject({ state: 'refused', message: expect.stringMatching(/line 2 does not end/) })
  })

  test('cancelled while it runs: nothing is there', async () => {
    const mark = uuidv7().slice(-10)
    const { id } = await check('sites', SITES, `Gone ${mark};Weir 1;UTC;1\r\n`)
    await ownerDb.update(importJob).set({ cancelAsked: true }).where(eq(importJob.id, id))
    expect(await take(id)).toMatchObject({ state: 'cancelled' })
    expect(
      await ownerDb
        .select()
        .from(site)
        .where(like(site.name, `Gone ${mark}`)),
    ).toHaveLength(0)
  })

  /** Other tests write between going out and coming back: it has to be the same in one of some tries. */
  async function goneOutAndBack<T extends { readonly job: { readonly added: number; readonly changed: number } }>(trip: () => Promise<T>) {
    let last = await trip()
    for (let i = 0; i < 6 && last.job.added + last.job.changed > 0; i++) last = await trip()
    return last
  }

  test('whole places go out and come back the same, byte for byte', async () => {
    const { before, job } = await goneOutAndBack(async () => {
      const before = await exportPlaces(noor)
      return { before, ...(await check('places', before)) }
    })
    expect(job).toMatchObject({ state: 'checked', added: 0, changed: 0, refused: 0 })
    expect(job.same).toBeGreaterThan(10)
    // Of the seeded places: other tests write their own meanwhile.
    const seeded = (text: string) =>
      (JSON.parse(text) as { document: { sites: { name: string }[] } }).document.sites.filter((s) =>
        /Quarry Row|Lido|Pottery|Bakery/.test(s.name),
      )
    expect(seeded(before).length).toBeGreaterThan(4)
    expect(JSON.stringify(seeded(await exportPlaces(noor)))).toBe(JSON.stringify(seeded(before)))
  })

  test('a places file with an unknown field or of a newer version names the path', async () => {
    const wrong = await check('places', JSON.stringify({ format: 'lucerna.places', formatVersion: 1, document: { sites: [], colour: 1 } }))
    expect((await rows(wrong.id)).rows).toMatchObject([{ label: '/document/colour' }])
    const newer = await check('places', JSON.stringify({ format: 'lucerna.places', formatVersion: 2, document: {} }))
    expect((await rows(newer.id)).rows[0]?.problems?.[0]?.message).toMatch(/newer Lucerna/)
  })

  test.each(['sites', 'supplies', 'appliances', 'instruments'] as const)('%s go out as CSV and come back as the same', async (kind) => {
    const { id, job } = await goneOutAndBack(async () => {
      let text = ''
      for await (const line of exportTable(noor, kind)) text += line
      expect(text.split('\r\n')[0]).toBe(COLUMNS[kind].map((c) => c.name).join(','))
      return check(kind, text)
    })
    expect([(await rows(id, 'refuse')).rows.slice(0, 2), job.added, job.changed]).toEqual([[], 0, 0])
    expect(job.same).toBeGreaterThan(2)
  })

  test('appliances that are taken over are found by search', async () => {
    const siteId = uuidv7()
    const name = `Yard ${siteId.slice(-10)}`
    await ownerDb.insert(site).values({ id: siteId, firmId: noor.firmId, name, address: 'x', timeZone: 'UTC', altitudeM: 1 })
    await ownerDb.insert(gasSupply).values({ id: uuidv7(), firmId: noor.firmId, siteId, gas: 'natural-gas-h', regulatorOwner: 'supplier' })
    const serial = `Q${uuidv7().slice(-11)}`
    const { id } = await check('appliances', 'site,card,name,serial,position\n', `${name},tarnwick-larch-18-h,Unit,${serial},Attic\n`)
    expect(await take(id)).toMatchObject({ state: 'done' })
    const [row] = await ownerDb.select().from(appliance).where(eq(appliance.serial, serial))
    expect(row).toMatchObject({ burnerKind: 'premix-pneumatic', cardVersion: 2 })
    const { find } = await import('@/features/search/server/find')
    expect((await find(noor, serial)).map((f) => f.id)).toEqual([row!.id])
  })
})
