import { filesOf, isKeptPage, isOld } from './kept'

test.each([
  ['/today', true],
  ['/calculators', true],
  ['/calculators/flue-gas', true],
  ['/set-up/tarnwick-larch-28-c', true],
  ['/faults/tarnwick-larch-28-c', true],
  ['/visits/0198a1b2-0000-7000-8000-000000000001', true],
  ['/visits/0198a1b2-0000-7000-8000-000000000001/report', false],
  ['/sites', false],
  ['/people', false],
  ['/sign-in', false],
  ['/settings', false],
  ['/todayish', false],
])('%s is kept for the basement: %s', (path, kept) => {
  expect(isKeptPage(path)).toBe(kept)
})

test('the files of a document: each once, also those that only its data names', () => {
  const html =
    '<link rel="stylesheet" href="/_next/static/chunks/a1.css"/><script src="/_next/static/chunks/0x_m-9~k.js"></script>' +
    '<script>self.__next_f.push([1,"[\\"/_next/static/chunks/later.js\\",\\"/_next/static/chunks/0x_m-9~k.js\\"]"])</script>' +
    '<link rel="preload" href="/_next/static/media/commissioner.woff2" as="font"/><img src="/api/v1/photos/1">'
  expect(filesOf(html)).toEqual([
    '/_next/static/chunks/a1.css',
    '/_next/static/chunks/0x_m-9~k.js',
    '/_next/static/chunks/later.js',
    '/_next/static/media/commissioner.woff2',
  ])
  expect(filesOf('<p>nothing</p>')).toEqual([])
})

test('a kept copy is fetched anew after ten minutes, and when nobody knows how old it is', () => {
  const now = Date.parse('2026-11-27T10:10:00Z')
  expect(isOld('Fri, 27 Nov 2026 10:05:00 GMT', now)).toBe(false)
  expect(isOld('Fri, 27 Nov 2026 09:59:59 GMT', now)).toBe(true)
  expect(isOld(null, now)).toBe(true)
  expect(isOld('yesterday', now)).toBe(true)
})
