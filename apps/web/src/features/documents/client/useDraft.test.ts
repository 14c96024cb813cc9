/** @jest-environment jsdom */
import '@/test/browserParts'
import { act, cleanup, renderHook } from '@testing-library/react'
import type { Row } from '../spec'
import { useDraft } from './useDraft'

const server = {
  mode: 'up' as 'up' | 'away' | 'elsewhere',
  sent: [] as { data: Row; version: number | undefined }[],
  hold: null as Promise<void> | null,
}
jest.mock('@/ui/ask', () => ({
  ask: async (_method: string, _url: string, body: { data: Row }, version?: number) => {
    server.sent.push({ data: body.data, version })
    await server.hold
    if (server.mode === 'up') return { ok: true, body: {}, version: (version ?? 0) + 1 }
    return { ok: false, problem: { status: server.mode === 'away' ? 503 : 412, detail: '', fields: {}, body: {} } }
  },
}))

const row = (model: string) => ({ model }) as unknown as Row
const open = () => renderHook(() => useDraft('card', 'larch', row('first'), 7)).result
const models = () => server.sent.map((s) => (s.data as unknown as { model: string }).model)
/** Time goes by, with what waits for it. */
const pass = (ms: number) => act(() => jest.advanceTimersByTimeAsync(ms))

beforeEach(() => {
  jest.useFakeTimers({ now: Date.parse('2026-06-01T09:00:00Z') })
  Object.assign(server, { mode: 'up', sent: [], hold: null })
})
afterEach(() => {
  cleanup()
  jest.useRealTimers()
})

test('it keeps itself a moment after the last key, once, with the version it was made from', async () => {
  const draft = open()
  expect(draft.current.state).toBe('kept')
  act(() => draft.current.edit(row('L')))
  await pass(300)
  act(() => draft.current.edit(row('La')))
  expect(draft.current.state).toBe('waiting')
  await pass(600)
  expect(server.sent).toEqual([])
  await pass(200)
  expect(server.sent).toEqual([{ data: row('La'), version: 7 }])
  expect(draft.current.state).toBe('kept')
  act(() => draft.current.edit(row('Lar')))
  await pass(800)
  expect(server.sent.at(-1)).toEqual({ data: row('Lar'), version: 8 })
})

test('with the server away it says so and tries again until it is kept', async () => {
  server.mode = 'away'
  const draft = open()
  act(() => draft.current.edit(row('kept here')))
  await pass(800)
  expect(draft.current.state).toBe('away')
  await pass(3100)
  await pass(3100)
  expect(models()).toEqual(['kept here', 'kept here', 'kept here'])
  server.mode = 'up'
  await pass(3100)
  expect(draft.current.state).toBe('kept')
})

test('somebody else has changed it: nothing is written over them, and nothing more is sent', async () => {
  server.mode = 'elsewhere'
  const draft = open()
  act(() => draft.current.edit(row('mine')))
  await pass(800)
  expect(draft.current.state).toBe('elsewhere')
  act(() => draft.current.edit(row('mine, further')))
  await pass(10_000)
  expect(models()).toEqual(['mine'])
  expect(draft.current).toMatchObject({ state: 'elsewhere', data: row('mine, further') })
})

test('what is written while an answer is awaited goes up after it', async () => {
  let answer = () => {}
  server.hold = new Promise((resolve) => (answer = resolve))
  const draft = open()
  act(() => draft.current.edit(row('one')))
  await pass(800)
  act(() => draft.current.edit(row('two')))
  answer()
  server.hold = null
  await pass(0)
  expect(draft.current.state).toBe('waiting')
  await pass(800)
  expect(server.sent.map((s) => s.version)).toEqual([7, 8])
  expect(models()).toEqual(['one', 'two'])
  expect(draft.current.state).toBe('kept')
})

test('asked to save it saves at once and says whether everything is kept', async () => {
  const draft = open()
  act(() => draft.current.edit(row('now')))
  let done: boolean | undefined
  await act(async () => {
    done = await draft.current.save()
  })
  expect([done, draft.current.state, models()]).toEqual([true, 'kept', ['now']])
  server.mode = 'away'
  act(() => draft.current.edit(row('not now')))
  await act(async () => {
    done = await draft.current.save()
  })
  expect([done, draft.current.state]).toEqual([false, 'away'])
})

describe('undo', () => {
  test('changes close together are one step; after a pause another', async () => {
    const draft = open()
    for (const text of ['a', 'ab', 'abc']) {
      act(() => draft.current.edit(row(text)))
      await pass(200)
    }
    await pass(2000)
    act(() => draft.current.edit(row('abc d')))
    act(() => draft.current.undo?.())
    expect(draft.current.data).toEqual(row('abc'))
    act(() => draft.current.undo?.())
    expect(draft.current.data).toEqual(row('first'))
    expect(draft.current.undo).toBeNull()
    act(() => draft.current.redo?.())
    act(() => draft.current.redo?.())
    expect(draft.current.data).toEqual(row('abc d'))
    expect(draft.current.redo).toBeNull()
  })

  test('a new change forgets what was undone', async () => {
    const draft = open()
    act(() => draft.current.edit(row('a')))
    act(() => draft.current.undo?.())
    await pass(2000)
    act(() => draft.current.edit(row('b')))
    expect(draft.current.redo).toBeNull()
    act(() => draft.current.undo?.())
    expect(draft.current.data).toEqual(row('first'))
  })

  test('what is undone is kept on the server too', async () => {
    const draft = open()
    act(() => draft.current.edit(row('a')))
    await pass(800)
    act(() => draft.current.undo?.())
    expect(draft.current.state).toBe('waiting')
    await pass(800)
    expect(models()).toEqual(['a', 'first'])
    expect(draft.current.state).toBe('kept')
  })

  test('back at what the server has, nothing waits and nothing is sent', async () => {
    const draft = open()
    act(() => draft.current.edit(row('a slip')))
    act(() => draft.current.undo?.())
    expect(draft.current.state).toBe('kept')
    await pass(5000)
    expect(server.sent).toEqual([])
  })
})

test('leaving the page is asked about while something is not kept', async () => {
  const leave = () => {
    const event = new Event('beforeunload', { cancelable: true })
    window.dispatchEvent(event)
    return event.defaultPrevented
  }
  const draft = open()
  expect(leave()).toBe(false)
  act(() => draft.current.edit(row('half a card')))
  expect(leave()).toBe(true)
  await pass(800)
  expect(leave()).toBe(false)
})
