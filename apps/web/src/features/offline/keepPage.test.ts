import { PAGES, STATIC } from './kept'
import { forgetPages, keepPage } from './keepPage'

/** A browser's cache storage, as far as pages use it. */
class Shelf {
  readonly held = new Map<string, Response>()
  constructor(private readonly net: (path: string) => Promise<Response>) {}
  match = (path: string) => Promise.resolve(this.held.get(path))
  put = (path: string, answer: Response) => Promise.resolve(void this.held.set(path, answer))
  add = async (path: string) => this.put(path, await this.net(path))
}

const PATH = '/visits/0198a1b2-0000-7000-8000-000000000001'
const HTML = '<script src="/_next/static/chunks/a.js"></script><link href="/_next/static/chunks/a.css"/>'

function browser(net: (path: string) => Promise<Response>, registers = true) {
  const shelves = new Map<string, Shelf>()
  const asked: string[] = []
  const watched = (path: string) => {
    asked.push(path)
    return net(path)
  }
  Object.assign(globalThis, {
    window: globalThis,
    fetch: watched,
    caches: {
      open: (name: string) => Promise.resolve(shelves.get(name) ?? shelves.set(name, new Shelf(watched)).get(name)),
      delete: (name: string) => Promise.resolve(shelves.delete(name)),
    },
  })
  Object.defineProperty(globalThis, 'navigator', {
    configurable: true,
    value: { serviceWorker: { register: () => Promise.resolve(registers ? {} : undefined) } },
  })
  return { shelves, asked, page: () => shelves.get(PAGES)?.held.get(PATH) }
}

const answer = (status = 200, date = new Date()) => Promise.resolve(new Response(HTML, { status, headers: { date: date.toUTCString() } }))

test('the document and every file it names are kept, each fetched once', async () => {
  const { shelves, asked, page } = browser(() => answer())
  await keepPage(PATH)
  expect(await page()!.text()).toBe(HTML)
  expect([...shelves.get(STATIC)!.held.keys()]).toEqual(['/_next/static/chunks/a.js', '/_next/static/chunks/a.css'])
  await keepPage(PATH)
  expect(asked).toEqual([PATH, '/_next/static/chunks/a.js', '/_next/static/chunks/a.css'])
})

test('an old copy is fetched anew, its files are not', async () => {
  const { asked } = browser((path) => answer(200, path === PATH ? new Date(Date.now() - 3_600_000) : new Date()))
  await keepPage(PATH)
  await keepPage(PATH)
  expect(asked.filter((p) => p === PATH)).toHaveLength(2)
  expect(asked).toHaveLength(4)
})

test.each([404, 500, 401])('an answer %d is no page to keep', async (status) => {
  const { page } = browser(() => answer(status))
  await keepPage(PATH)
  expect(page()).toBeUndefined()
})

test('led to the sign-in is no page to keep', async () => {
  const { page } = browser(async () => Object.defineProperty(await answer(), 'redirected', { value: true }))
  await keepPage(PATH)
  expect(page()).toBeUndefined()
})

test('registers and people are never kept', async () => {
  const { asked } = browser(() => answer())
  for (const path of ['/people', '/sites', '/settings', `${PATH}/report`]) await keepPage(path)
  expect(asked).toEqual([])
})

test('with the server away the copy that is there stays, and nothing is thrown', async () => {
  const seen = browser(() => answer(200, new Date(Date.now() - 3_600_000)))
  await keepPage(PATH)
  const { shelves } = seen
  const kept = seen.page()
  const away = browser(() => Promise.reject(new TypeError('Failed to fetch')))
  for (const [name, shelf] of shelves) away.shelves.set(name, shelf)
  await expect(keepPage(PATH)).resolves.toBeUndefined()
  expect(away.page()).toBe(kept)
})

test('a browser without service workers, or that allows none here, is left alone', async () => {
  const blocked = browser(() => answer(), false)
  await keepPage(PATH)
  expect(blocked.asked).toEqual([])
  const none = browser(() => answer())
  Object.defineProperty(globalThis, 'navigator', { configurable: true, value: {} })
  await keepPage(PATH)
  expect(none.asked).toEqual([])
})

test('the next person finds none of the pages; the program’s own files may stay', async () => {
  const { shelves } = browser(() => answer())
  await keepPage(PATH)
  await forgetPages()
  expect(shelves.has(PAGES)).toBe(false)
  expect(shelves.has(STATIC)).toBe(true)
})
