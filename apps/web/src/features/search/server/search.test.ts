import { and, eq, inArray } from 'drizzle-orm'
import { appliance, searchEntry, searchPosting, searchWord } from '@/db/schema'
import type { Actor } from '@/server/actorOf'
import { actorNamed, appDb, closeAll, inside, ownerDb } from '@/test/world'
import { find } from './find'
import { tokensOf, wordsOf } from './fold'
import { indexMissing, reindex, reindexFirm } from './indexing'

let maren: Actor
let ruben: Actor
beforeAll(async () => {
  ;[maren, ruben] = (await Promise.all(['Maren Ostby', 'Ruben Calder'].map(actorNamed))) as [Actor, Actor]
})
afterAll(closeAll)

const titles = async (actor: Actor, text: string) => (await find(actor, text, { limit: 50 })).map((f) => f.title)

test.each([
  ['Larch 28 C, TW28-140377', ['larch', '28', 'c', 'tw28', '140377', 'tw28140377']],
  ['Café Zürich, Straße', ['cafe', 'zurich', 'strasse']],
  ['— · —', []],
])('the words of %p', (text, words) => expect(wordsOf(text)).toEqual(words))

test.each([
  ['TW28-14 quarry/row', ['tw2814', 'quarry', 'row']],
  ['HM-10', ['hm10']],
  ['  Larch   larch ', ['larch']],
  ['a b c', ['a', 'b', 'c']],
])('%p is looked for as %p', (text, tokens) => expect(tokensOf(text)).toEqual(tokens))

describe('fragments', () => {
  test.each([
    ['qua', '7 Quarry Row'],
    ['uarr', '7 Quarry Row'],
    ['TW28-140377', 'Tarnwick Larch 28 C'],
    ['1403', 'Tarnwick Larch 28 C'],
    ['tw28-14', 'Tarnwick Larch 28 C'],
    ['lindqvist', '7 Quarry Row'],
    ['HM-10', 'Maren Ostby'],
    ['achter', 'Tobias Achterberg'],
    ['meridian', 'Meridian M4 IR'],
    ['propane boot', 'Tarnwick Larch 28 C, propane'],
    ['larch cell', 'Tarnwick Larch 18 H'],
    ['larch 18', 'Tarnwick Larch 18 H'],
    ['cold week', 'Second look at the mixture after the first cold week'],
  ])('%p finds %p', async (text, title) => expect(await titles(maren, text)).toContain(title))

  test('every word has to be answered', async () => {
    expect(await titles(maren, 'lindqvist cellar')).toEqual([])
    expect(await titles(maren, 'quarry 7')).toContain('7 Quarry Row')
  })

  test('below three letters, or nothing at all, nothing is found', async () => {
    for (const text of ['', 'la', '  ', '—', 'a b']) expect(await titles(maren, text)).toEqual([])
  })

  test('whatever is typed is only ever searched for', async () => {
    for (const text of ["'; drop table site; --", '%%%', '___', '\\\\\\', '$1$1$1', 'x'.repeat(500), '𝕃arch', '🔥🔥🔥'])
      await expect(find(maren, text)).resolves.toBeInstanceOf(Array)
  })
})

describe('typing errors', () => {
  test.each([
    ['larhc', 'Tarnwick Larch 18 H'],
    ['quary', '7 Quarry Row'],
    ['tarnwik larch', 'Tarnwick Larch 18 H'],
    ['achterburg', 'Tobias Achterberg'],
    ['holowmere', '7 Quarry Row'],
  ])('%p still finds %p', async (text, title) => expect(await titles(maren, text)).toContain(title))

  test('what is written right comes before what is only like it', async () => {
    expect((await titles(maren, 'larch'))[0]).toMatch(/Larch/)
    expect(await titles(maren, 'zzzzqqq')).toEqual([])
  })
})

test('kinds narrow it', async () => {
  const found = await find(maren, 'quarry', { kinds: ['site'] })
  expect(found.length).toBeGreaterThan(1)
  expect(found.every((f) => f.kind === 'site')).toBe(true)
})

test('another firm finds none of it, and its own', async () => {
  expect(await titles(ruben, 'quarry row')).toEqual([])
  expect(await titles(ruben, 'harbour')).toContain('Harbour Office')
  expect(await titles(maren, 'harbour office')).toEqual([])
})

test('a word that nothing holds any more is forgotten', async () => {
  const [unit] = await ownerDb.select().from(appliance).where(eq(appliance.serial, 'TW28-199021'))
  const word = 'forgettable'
  const holds = async () =>
    (
      await ownerDb
        .select()
        .from(searchWord)
        .where(and(eq(searchWord.firmId, maren.firmId), eq(searchWord.word, word)))
    ).length
  await ownerDb.update(appliance).set({ remark: 'Forgettable' }).where(eq(appliance.id, unit!.id))
  await inside(maren, (tx) => reindex(tx, maren.firmId, 'appliance', [unit!.id]))
  expect(await holds()).toBe(1)
  await ownerDb.update(appliance).set({ remark: unit!.remark }).where(eq(appliance.id, unit!.id))
  await inside(maren, (tx) => reindex(tx, maren.firmId, 'appliance', [unit!.id]))
  expect(await holds()).toBe(0)
})

test('the index made anew says the same', async () => {
  const state = async () => {
    const entries = await ownerDb.select().from(searchEntry).where(eq(searchEntry.firmId, ruben.firmId))
    const postings = await ownerDb.select().from(searchPosting).where(eq(searchPosting.firmId, ruben.firmId))
    const subject = new Map(entries.map((e) => [e.id, `${e.kind}:${e.subjectId}`]))
    return {
      entries: entries.map((e) => `${e.kind}:${e.subjectId}:${e.folded}`).sort(),
      postings: postings.map((p) => `${p.word}@${subject.get(p.entryId)}`).sort(),
    }
  }
  const made = async () => {
    const before = await state()
    await ownerDb.transaction((tx) => reindexFirm(tx, ruben.firmId))
    return [await state(), before] as const
  }
  let [after, before] = await made()
  // Tests beside this one write into the same firm: only what differs again and again differs by itself.
  for (let i = 0; i < 4 && JSON.stringify(after) !== JSON.stringify(before); i++) [after, before] = await made()
  expect(before.entries.length).toBeGreaterThan(8)
  expect(after).toEqual(before)
})

test('what came in masses is found once it was looked after, some at a time', async () => {
  const own = await ownerDb
    .select({ id: searchEntry.id, subjectId: searchEntry.subjectId })
    .from(searchEntry)
    .where(and(eq(searchEntry.firmId, ruben.firmId), eq(searchEntry.kind, 'instrument')))
  expect(own.length).toBeGreaterThan(3)
  const all = own.map((e) => e.id)
  await ownerDb.delete(searchPosting).where(inArray(searchPosting.entryId, all))
  await ownerDb.delete(searchEntry).where(inArray(searchEntry.id, all))
  expect(await indexMissing(ruben, 2, appDb)).toBeGreaterThanOrEqual(own.length)
  const again = await ownerDb
    .select({ subjectId: searchEntry.subjectId })
    .from(searchEntry)
    .where(and(eq(searchEntry.firmId, ruben.firmId), eq(searchEntry.kind, 'instrument')))
  expect(new Set(again.map((e) => e.subjectId))).toEqual(new Set(own.map((e) => e.subjectId)))
  expect(again).toHaveLength(own.length)
})
