/** @jest-environment jsdom */
import '@/test/browserParts'
import { act, cleanup, fireEvent, render, screen } from '@testing-library/react'
import { ask } from '@/ui/ask'
import { hrefOf } from './hrefOf'
import PaletteDialog from './PaletteDialog'

const push = jest.fn()
jest.mock('next/navigation', () => ({ useRouter: () => ({ push }) }))
jest.mock('@/ui/ask', () => ({ ask: jest.fn() }))
const asked = jest.mocked(ask)

// What a browser has and the test's stand-in lacks.
globalThis.ResizeObserver ??= class {
  observe() {}
  unobserve() {}
  disconnect() {}
} as never
Element.prototype.scrollIntoView ??= () => undefined

beforeEach(() => {
  jest.useFakeTimers()
  jest.clearAllMocks()
})
afterEach(() => {
  cleanup()
  jest.useRealTimers()
})

const site = { kind: 'site', id: 's1', title: 'Kiln Yard', detail: '7 Quarry Row' }
const boiler = { kind: 'appliance', id: 'a1', title: 'Stag 95', detail: 'Kiln Yard' }
const answer = (found: unknown) => asked.mockResolvedValue({ ok: true, body: { found } } as never)
const close = jest.fn()
const draw = () => render(<PaletteDialog onClose={close} />)
const type = async (text: string) => {
  fireEvent.change(screen.getByRole('combobox'), { target: { value: text } })
  await act(async () => void (await jest.advanceTimersByTimeAsync(200)))
}
const offered = () => screen.getAllByRole('option').map((o) => o.textContent!)
const enter = () => fireEvent.keyDown(screen.getByRole('combobox'), { key: 'Enter' })

test('opened, it takes the cursor and offers the pages; nothing is asked of the server', () => {
  draw()
  expect(document.activeElement).toBe(screen.getByRole('combobox'))
  expect(offered()).toContain('Calculators')
  expect(asked).not.toHaveBeenCalled()
})

test('what was found stands first, with its kind; Enter opens the first and closes the rest', async () => {
  answer([site, boiler])
  draw()
  await type('kiln')
  expect(offered()[0]).toContain('Kiln Yard')
  expect(offered()[1]).toContain('Stag 95')
  enter()
  expect(push).toHaveBeenCalledWith('/sites/s1')
  expect(close).toHaveBeenCalled()
})

test('typing asks once, when it pauses; letters with their marks are found without', async () => {
  answer([])
  draw()
  for (const text of ['kil', 'kiln', 'kiln y']) fireEvent.change(screen.getByRole('combobox'), { target: { value: text } })
  await act(async () => void (await jest.advanceTimersByTimeAsync(200)))
  expect(asked.mock.calls.map(([, path]) => path)).toEqual(['/api/v1/search?limit=12&q=kiln%20y'])
  await type('sëttïngs')
  expect(offered()).toContain('Settings')
})

test('calculators are found by their titles and by other words for them', async () => {
  answer([])
  draw()
  await type('orifice')
  expect(offered().some((o) => /rifice|njector/.test(o))).toBe(true)
  enter()
  expect(String(push.mock.calls[0]![0])).toMatch(/^\/calculators\//)
})

test('less than three letters ask nothing and say so; nothing found, and a server that is away, are two things', async () => {
  answer([])
  draw()
  await type('q')
  expect(asked).not.toHaveBeenCalled()
  expect(screen.queryByRole('status')).toBeNull()
  await type('qqq')
  const nothing = screen.getByRole('status').textContent
  expect(nothing).toContain('qqq')
  asked.mockResolvedValue({ ok: false } as never)
  await type('qqqq')
  expect(screen.getByRole('status').textContent).not.toBe(nothing!.replace('qqq', 'qqqq'))
})

test('an answer that comes late does not stand for what is typed by now; one of another shape is none', async () => {
  let late: (value: unknown) => void = () => undefined
  asked.mockReturnValueOnce(new Promise((done) => (late = done)) as never)
  draw()
  await type('kiln')
  answer([boiler])
  await type('stag')
  await act(async () => late({ ok: true, body: { found: [site] } }))
  expect(offered()[0]).toContain('Stag 95')
  expect(offered().some((o) => o.includes('Kiln Yard7'))).toBe(false)
  answer([{ kind: 'planet', id: 'x', title: 'X', detail: '' }, { kind: 'site' }, null])
  await type('planet')
  expect(screen.getByRole('status')).toBeTruthy()
})

test.each([
  ['site', '/sites/x'],
  ['appliance', '/appliances/x'],
  ['visit', '/visits/x'],
  ['person', '/people#x'],
  ['instrument', '/instruments#x'],
  ['card', '/sites?show=appliances&q=Larch%2028'],
])('a %s is shown at %s', (kind, href) => expect(hrefOf({ kind, id: 'x', title: 'Larch 28 · version 4' })).toBe(href))
