import { eq } from 'drizzle-orm'
import sharp from 'sharp'
import { v7 as uuidv7 } from 'uuid'
import { photo, photoFile, site } from '@/db/schema'
import { parseFields } from '@/server/fields'
import type { Actor } from '@/server/actorOf'
import { actorNamed, closeAll, inside, ownerDb } from '@/test/world'
import { addPhoto, erase, listPhotos, markPhoto, newPhotoSchema, readPhoto } from './photos'
import { preparePhoto } from '@/server/picture'

let maren: Actor
let siteId: string
beforeAll(async () => {
  maren = await actorNamed('Maren Ostby')
  siteId = (await ownerDb.select().from(site).where(eq(site.name, '7 Quarry Row')))[0]!.id
})
afterAll(closeAll)

const now = () => new Date().toISOString()
const picture = (width: number, height: number) => sharp({ create: { width, height, channels: 3, background: '#6b6257' } })
const add = async (bytes: Buffer, about: object = { siteId }) =>
  inside(maren, async (tx) => addPhoto(tx, maren, parseFields(newPhotoSchema, about), await preparePhoto(bytes), now()))

test('a large picture becomes small enough, with a smaller one for lists', async () => {
  const { files, width, height } = await preparePhoto(await picture(4000, 3000).jpeg().toBuffer())
  expect([width, height]).toEqual([1600, 1200])
  expect(await sharp(files.small).metadata()).toMatchObject({ width: 360, height: 270, format: 'jpeg' })
  expect(files.small.byteLength).toBeLessThan(files.full.byteLength)
})

test('a small one is not blown up', async () => {
  expect(await preparePhoto(await picture(300, 200).png().toBuffer())).toMatchObject({ width: 300, height: 200 })
})

test('place, time and device that the camera wrote are gone, and it stands upright', async () => {
  const taken = await picture(400, 300)
    .withExif({ IFD0: { Make: 'Camera', Model: 'Secret' }, IFD3: { GPSLatitudeRef: 'N', GPSLatitude: '46/1 55/1 0/1' } })
    .withMetadata({ orientation: 6 })
    .jpeg()
    .toBuffer()
  expect((await sharp(taken).metadata()).exif).toBeDefined()
  const { files, width, height } = await preparePhoto(taken)
  expect([width, height]).toEqual([300, 400])
  for (const file of Object.values(files)) {
    const kept = await sharp(file).metadata()
    expect([kept.exif, kept.xmp, kept.iptc, kept.orientation]).toEqual([undefined, undefined, undefined, undefined])
    expect(file.toString('latin1')).not.toMatch(/Secret|GPS/)
  }
})

test.each([
  ['text', Buffer.from('hello')],
  ['nothing', Buffer.alloc(0)],
  ['a drawing with a script', Buffer.from('<svg xmlns="http://www.w3.org/2000/svg" width="9" height="9"><script>1</script></svg>')],
  ['half a picture', Buffer.from('ffd8ffe000104a464946', 'hex')],
])('%s is refused and nothing is kept', async (_what, bytes) => {
  const before = (await ownerDb.select().from(photo)).length
  await expect(add(bytes)).rejects.toMatchObject({ status: 415, message: expect.stringContaining('Not saved') })
  expect((await ownerDb.select().from(photo)).length).toBe(before)
})

test('wrong fields and places', async () => {
  const jpeg = await picture(20, 20).jpeg().toBuffer()
  await expect(add(jpeg, {})).rejects.toMatchObject({ status: 422 })
  await expect(add(jpeg, { siteId, caption: 'x'.repeat(201) })).rejects.toMatchObject({ status: 422 })
  await expect(add(jpeg, { siteId: uuidv7() })).rejects.toMatchObject({ status: 404 })
})

test('removed and brought back; erased for good, with a tombstone', async () => {
  const id = await add(await picture(20, 20).jpeg().toBuffer(), { siteId, caption: 'Plate' })
  const shown = () => inside(maren, (tx) => listPhotos(tx, maren, { siteId }))
  expect((await shown()).map((p) => p.id)).toContain(id)
  expect((await inside(maren, (tx) => readPhoto(tx, maren, id, 'small'))).subarray(0, 2).toString('hex')).toBe('ffd8')
  await inside(maren, (tx) => markPhoto(tx, maren, id, true, now()))
  expect((await shown()).map((p) => p.id)).not.toContain(id)
  await expect(inside(maren, (tx) => readPhoto(tx, maren, id, 'full'))).rejects.toMatchObject({ status: 410 })
  await inside(maren, (tx) => markPhoto(tx, maren, id, false, now()))
  await inside(maren, (tx) => erase(tx, maren, id, now()))
  await inside(maren, (tx) => erase(tx, maren, id, now()))
  expect(await ownerDb.select().from(photoFile).where(eq(photoFile.photoId, id))).toEqual([])
  const [stone] = await ownerDb.select().from(photo).where(eq(photo.id, id))
  expect(stone).toMatchObject({ caption: '', erasedAt: expect.any(String) })
  await expect(inside(maren, (tx) => markPhoto(tx, maren, id, false, now()))).rejects.toMatchObject({ status: 410 })
})

test('a picture of more pixels than a phone takes is refused by its header, and none waits inside a transaction', async () => {
  // 119 megapixels in a few kilobytes.
  const bomb = await sharp({ create: { width: 10_900, height: 10_900, channels: 3, background: '#fff' } })
    .png({ compressionLevel: 9 })
    .toBuffer()
  expect(bomb.length).toBeLessThan(500_000)
  await expect(preparePhoto(bomb)).rejects.toMatchObject({ status: 415 })
  // The next in the line is not held up by one that failed.
  await expect(
    Promise.all([preparePhoto(bomb).catch(() => 'refused'), preparePhoto(await picture(40, 30).jpeg().toBuffer())]),
  ).resolves.toMatchObject(['refused', { width: 40, height: 30 }])
})
