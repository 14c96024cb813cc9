/** @jest-environment jsdom */
import '@/test/browserParts'
import { larch28 } from '@lucerna/sim/cards'
import { act, cleanup, fireEvent, render, screen, within } from '@testing-library/react'
import { type Answer, ask } from '@/ui/ask'
import { DocumentEditor } from './DocumentEditor'
import type { Row } from './spec'

const [push, refresh] = [jest.fn(), jest.fn()]
jest.mock('next/navigation', () => ({ useRouter: () => ({ push, refresh }) }))
jest.mock('@/ui/ask', () => ({ ask: jest.fn() }))

const asked = jest.mocked(ask)
const well = (version: number | null = null): Answer => ({ ok: true, body: {}, version })
const refused = (status: number, detail: string, fields: Readonly<Record<string, string>> = {}): Answer => ({
  ok: false,
  problem: { status, detail, fields, body: {} },
})
beforeEach(() => {
  jest.resetAllMocks()
  jest.useFakeTimers()
  asked.mockResolvedValue(well(2))
})
afterEach(() => {
  cleanup()
  jest.useRealTimers()
})

const card = larch28 as unknown as Row
const draw = (data: Row = { ...card, version: 2 }, base: Row | null = card) =>
  render(<DocumentEditor kind="card" id="larch-28-c" draft={{ data, version: 1, basedOn: base ? 1 : null }} base={base} units="metric" />)
const bar = () => screen.getByRole('status').textContent
const button = (name: string | RegExp) => screen.getByRole<HTMLButtonElement>('button', { name })
const press = async (name: string | RegExp) => act(async () => void fireEvent.click(button(name)))
const wait = async (ms: number) => act(async () => void (await jest.advanceTimersByTimeAsync(ms)))
const maker = () => screen.getByLabelText<HTMLInputElement>('Maker')
const type = (value: string) => fireEvent.change(maker(), { target: { value } })
const puts = () => asked.mock.calls.filter(([method]) => method === 'PUT')

describe('what is written keeps itself', () => {
  test('a moment after the last letter, with the version that it was made from', async () => {
    draw()
    expect(bar()).toBe('Draft saved')
    type('Tarnwick')
    type('Tarnwick & Co')
    expect(bar()).toBe('Saving draft…')
    await wait(1000)
    expect(puts()).toEqual([
      ['PUT', '/api/v1/documents/card/larch-28-c/draft', { data: { ...card, version: 2, maker: 'Tarnwick & Co' } }, 1],
    ])
    expect(bar()).toBe('Draft saved')
  })
  test('without a network it says so and tries again; what another screen wrote is not written over', async () => {
    draw()
    asked.mockResolvedValueOnce(refused(0, 'away'))
    type('Tarnwick & Co')
    await wait(1000)
    expect(bar()).toContain('saving is retried')
    await wait(4000)
    expect(puts()).toHaveLength(2)
    expect(bar()).toBe('Draft saved')
    asked.mockResolvedValueOnce(refused(412, 'changed'))
    type('Tarnwick & Daughters')
    await wait(1000)
    expect(bar()).toContain('Reload the page')
    await wait(20_000)
    expect(puts()).toHaveLength(3)
    expect(maker().value).toBe('Tarnwick & Daughters')
  })
  test('a step back and forward, by the sign or by keys', async () => {
    draw()
    expect(button('Undo').disabled).toBe(true)
    type('Tarnwick & Co')
    await wait(1000)
    await press('Undo')
    expect(maker().value).toBe(larch28.maker)
    await act(async () => void fireEvent.keyDown(window, { key: 'Z', ctrlKey: true, shiftKey: true }))
    expect(maker().value).toBe('Tarnwick & Co')
    await act(async () => void fireEvent.keyDown(window, { key: 'z', ctrlKey: true }))
    expect(maker().value).toBe(larch28.maker)
    // A letter by itself is a letter.
    await act(async () => void fireEvent.keyDown(window, { key: 'z' }))
    expect(maker().value).toBe(larch28.maker)
  })
})

describe('issuing', () => {
  const dialog = () => within(screen.getByRole('dialog'))
  const issue = async () =>
    act(async () => void fireEvent.submit(dialog().getByRole('button', { name: 'Issue version 2' }).closest('form')!))

  test('says what changed and why; before it everything is kept', async () => {
    draw()
    type('Tarnwick & Co')
    await press('Issue version…')
    fireEvent.change(dialog().getByLabelText('Changes and reasons'), { target: { value: 'New name of the maker' } })
    await issue()
    expect(asked.mock.calls.map(([method, url]) => `${method} ${url}`)).toEqual([
      'PUT /api/v1/documents/card/larch-28-c/draft',
      'POST /api/v1/documents/card/larch-28-c/versions',
    ])
    expect(asked.mock.calls[1]![2]).toEqual({ note: 'New name of the maker' })
    expect(push).toHaveBeenCalledWith('/cards/larch-28-c')
  })
  test('not without what was written last; what the server refuses stands at the note', async () => {
    draw()
    type('Tarnwick & Co')
    asked.mockResolvedValueOnce(refused(0, 'away'))
    await press('Issue version…')
    await issue()
    expect(dialog().getByText(/Not issued: your last entry is not saved yet/)).toBeTruthy()
    expect(push).not.toHaveBeenCalled()
    asked.mockResolvedValueOnce(well(2)).mockResolvedValueOnce(refused(422, 'No.', { note: 'Say what changed.' }))
    await issue()
    expect(dialog().getByText('Say what changed.')).toBeTruthy()
    expect(push).not.toHaveBeenCalled()
  })
  test('a draft with errors is not issued: each leads to its place', async () => {
    draw({ ...card, version: 2, firingStates: [] })
    expect(screen.queryByText('No errors')).toBeNull()
    await press('Issue version…')
    expect(dialog().queryByLabelText('Changes and reasons')).toBeNull()
    const before = screen.getAllByRole('heading', { level: 2 })[0]!.textContent
    const links = dialog()
      .getAllByRole('button')
      .filter((b) => b.closest('li'))
    await act(async () => void fireEvent.click(links[0]!))
    expect(screen.queryByRole('dialog')).toBeNull()
    expect(screen.getAllByRole('heading', { level: 2 })[0]!.textContent).not.toBe(before)
  })
})

describe('beside the writing', () => {
  test('what it says otherwise than the version it was begun from; a new document has none', async () => {
    draw()
    type('Tarnwick & Co')
    await press('Differences')
    const dialog = screen.getByRole('dialog')
    expect(dialog.textContent).toContain('Differences from version 1')
    expect(dialog.textContent).toContain('Tarnwick & Co')
    cleanup()
    draw({ ...card, version: 1 }, null)
    expect(screen.queryByRole('button', { name: 'Differences' })).toBeNull()
  })
  test('a draft is thrown away only when that is meant', async () => {
    draw()
    const confirm = jest.spyOn(window, 'confirm').mockReturnValueOnce(false).mockReturnValueOnce(true)
    await press('Discard draft')
    expect(asked).not.toHaveBeenCalled()
    await press('Discard draft')
    expect(asked).toHaveBeenCalledWith('DELETE', '/api/v1/documents/card/larch-28-c/draft')
    expect(push).toHaveBeenCalledWith('/cards/larch-28-c')
    confirm.mockRestore()
  })
  test('every section can be gone to, on a phone by a list', () => {
    draw()
    const nav = screen.getByRole('navigation', { name: 'Sections' })
    const list = within(nav).getByRole<HTMLSelectElement>('combobox')
    for (const { value, text } of [...list.options]) {
      fireEvent.change(list, { target: { value } })
      expect(screen.getAllByRole('heading', { level: 2 })[0]!.textContent).toBe(text)
    }
  })
})
