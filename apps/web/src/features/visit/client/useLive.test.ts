/** @jest-environment jsdom */
import '@/test/browserParts'
import { act, cleanup, renderHook, waitFor } from '@testing-library/react'
import { useLive } from './useLive'

jest.mock('./retry', () => ({ RETRY_MS: [10, 20, 30] }))

/** A stream of the browser, worked by hand. */
class Stream extends EventTarget {
  static readonly CONNECTING = 0
  static readonly CLOSED = 2
  static all: Stream[] = []
  readyState = 1
  constructor(readonly url: string) {
    super()
    Stream.all.push(this)
  }
  close() {
    this.readyState = Stream.CLOSED
  }
  says(type: string, data: object) {
    this.dispatchEvent(new MessageEvent(type, { data: JSON.stringify(data) }))
  }
  /** The line breaks (the browser mends it), or the answer was no stream at all. */
  fails(forGood: boolean) {
    this.readyState = forGood ? Stream.CLOSED : Stream.CONNECTING
    this.dispatchEvent(new Event('error'))
  }
}
Object.assign(globalThis, { EventSource: Stream })

beforeEach(() => {
  Stream.all = []
})
afterEach(cleanup)

const open = async (onLog: (seq: number) => void = () => {}) => {
  const hook = renderHook(({ heard }) => useLive('v1', heard), { initialProps: { heard: onLog } })
  await waitFor(() => expect(Stream.all).toHaveLength(1))
  return hook
}

test('it listens as this device, and tells of the newest event to whoever asks now', async () => {
  const first = jest.fn()
  const later = jest.fn()
  const hook = await open(first)
  expect(Stream.all[0]!.url).toMatch(/^\/api\/v1\/visits\/v1\/live\?device=[0-9a-f-]{36}$/)
  act(() => Stream.all[0]!.says('log', { seq: 12 }))
  hook.rerender({ heard: later })
  act(() => Stream.all[0]!.says('log', { seq: 13 }))
  expect(first.mock.calls).toEqual([[12]])
  expect(later.mock.calls).toEqual([[13]])
})

test('how many devices; nobody knows while nothing is heard', async () => {
  const { result } = await open()
  expect(result.current).toBeNull()
  act(() => Stream.all[0]!.says('devices', { count: 2 }))
  expect(result.current).toBe(2)
  act(() => Stream.all[0]!.fails(false))
  expect(result.current).toBeNull()
})

test('a line that broke is the browser’s to mend; an answer that was no stream is asked for again, until there is one', async () => {
  const { result } = await open()
  act(() => Stream.all[0]!.fails(false))
  await new Promise((resolve) => setTimeout(resolve, 60))
  expect(Stream.all).toHaveLength(1)
  act(() => Stream.all[0]!.fails(true))
  await waitFor(() => expect(Stream.all).toHaveLength(2))
  act(() => Stream.all[1]!.fails(true))
  await waitFor(() => expect(Stream.all).toHaveLength(3))
  act(() => Stream.all[2]!.says('devices', { count: 1 }))
  expect(result.current).toBe(1)
})

test('back in the network it is asked for at once, and only if nothing listens', async () => {
  await open()
  act(() => void window.dispatchEvent(new Event('online')))
  expect(Stream.all).toHaveLength(1)
  act(() => Stream.all[0]!.fails(true))
  act(() => void window.dispatchEvent(new Event('online')))
  expect(Stream.all).toHaveLength(2)
})

test('with the screen closed it listens no more', async () => {
  const hook = await open()
  act(() => Stream.all[0]!.fails(true))
  hook.unmount()
  await new Promise((resolve) => setTimeout(resolve, 60))
  expect(Stream.all).toHaveLength(1)
  expect(Stream.all[0]!.readyState).toBe(Stream.CLOSED)
})
