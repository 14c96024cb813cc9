import type { LineCommand } from '@lucerna/core/live'
import { DEMO_CARDS } from '@lucerna/sim/cards'
import { visitOf } from '@/test/desk'
import { Bench } from './Bench'
import { channelKey, LiveBoard, METER_READER } from './LiveBoard'
import { canSerial, openSerial } from './serial'
import { TextLines } from './TextLines'
import { TestLines } from './testLines'

const larch = DEMO_CARDS.find((c) => c.id === 'tarnwick-larch-28-c')!
const { context } = visitOf(larch, 'annual-service')!
const gauge = context.instruments.find((i) => i.kind === 'manometer')!

/** The worker as the page sees it, without a thread: every call is the worker's own code. */
const worker = { bench: null as null | Record<string, (...given: never[]) => unknown>, gone: 0 }
jest.mock('comlink', () => ({
  expose: (bench: Record<string, (...given: never[]) => unknown>) => {
    worker.bench = bench
  },
  wrap: () =>
    new Proxy(
      {},
      {
        get: (_t, name: string) =>
          name === 'then' ? undefined : (...given: never[]) => Promise.resolve(structuredClone(worker.bench![name]!(...given))),
      },
    ),
}))
beforeAll(async () => {
  Object.assign(globalThis, {
    Worker: class {
      onerror: (() => void) | null = null
      terminate() {
        worker.gone++
      }
    },
  })
  await import('./bench.worker')
})
beforeEach(() => jest.useFakeTimers({ now: Date.parse('2026-06-01T10:00:00.000Z') }))
afterEach(() => jest.useRealTimers())

const channel = (board: LiveBoard, id: string, serial = 'T1') => board.getSnapshot().channels.get(channelKey(serial, id))

describe('the board', () => {
  test('a known channel has a trace; what is not understood is counted and shown nowhere', () => {
    const board = new LiveBoard(context.instruments)
    const lines = new TestLines(board)
    board.source('bridge', 'on')
    lines.show('p', 21.4, 'mbar')
    lines.show('p', 21.4, 'ppm')
    lines.show('p', 21.4, 'mbar', 'Nobody-1')
    new TextLines(board).take('no line\n{"v":2}\n' + 'x'.repeat(600) + '\n')
    jest.advanceTimersByTime(500)
    expect(channel(board, 'p')).toMatchObject({ raw: { value: 21.4, unit: 'mbar' } })
    expect(channel(board, 'p')!.trace.last!.value).toBeCloseTo(2140)
    expect(board.getSnapshot()).toMatchObject({
      sources: { bridge: 'on' },
      strangers: ['Nobody-1'],
      refused: { 'line-unknown-unit': 1, 'line-stranger': 1, 'line-not-json': 1, 'line-other-version': 1, 'line-too-long': 1 },
    })
    expect(board.getSnapshot().channels.size).toBe(1)
    board.end()
  })

  test('a flood of ten thousand lines is drawn twice a second', () => {
    const board = new LiveBoard(context.instruments)
    const drawn = jest.fn()
    board.source('bridge', 'on')
    board.subscribe(drawn)
    const lines = new TestLines(board)
    for (let i = 0; i < 10_000; i++) lines.show('p', i, 'Pa')
    jest.advanceTimersByTime(1000)
    expect(drawn).toHaveBeenCalledTimes(2)
    expect(channel(board, 'p')!.trace.samples).toHaveLength(1)
    board.source('bridge', null)
    expect(board.getSnapshot().sources).toEqual({})
    jest.advanceTimersByTime(5000)
    expect(drawn).toHaveBeenCalledTimes(3)
  })
})

describe('by cable', () => {
  /** A port of the browser, worked by hand. */
  function port() {
    let push: ReadableStreamDefaultController<Uint8Array>
    const written: string[] = []
    const state = { opened: 0, closed: 0 }
    const made = {
      open: (o: { baudRate: number }) => {
        state.opened = o.baudRate
        return Promise.resolve()
      },
      close: () => {
        state.closed++
        return Promise.resolve()
      },
      readable: new ReadableStream<Uint8Array>({ start: (c) => void (push = c) }),
      writable: new WritableStream<Uint8Array>({ write: (b) => void written.push(new TextDecoder().decode(b)) }),
    }
    return { made, written, state, says: (text: string) => push.enqueue(new TextEncoder().encode(text)), pulled: () => push.close() }
  }
  const give = (serial: unknown) => Object.defineProperty(globalThis, 'navigator', { value: { serial }, configurable: true })
  const settle = async () => {
    jest.useRealTimers()
    await new Promise((resolve) => setTimeout(resolve, 10))
  }
  afterEach(() => {
    give(undefined)
  })

  test('the same lines, cut anywhere; commands go back; a pulled cable is said', async () => {
    const cable = port()
    give({ requestPort: () => Promise.resolve(cable.made) })
    expect(canSerial()).toBe(true)
    const board = new LiveBoard(context.instruments)
    const line = JSON.stringify(new TestLines(board).line('p', 20, 'mbar'))
    expect(await openSerial(board)).toBeNull()
    cable.says(line.slice(0, 30))
    cable.says(`${line.slice(30)}\n`)
    const zero: LineCommand = { v: 1, instrument: gauge.serial, do: 'zero' }
    board.ask(zero)
    await settle()
    expect(cable.state.opened).toBe(115_200)
    expect(cable.written).toEqual([`${JSON.stringify(zero)}\n`])
    cable.pulled()
    await settle()
    expect(board.getSnapshot().sources).toEqual({ serial: 'lost' })
    expect(channel(board, 'p')!.trace.last!.value).toBeCloseTo(2000)
    expect(cable.state.closed).toBe(1)
    board.end()
  })

  test('nothing chosen, a port that is taken, a browser without any', async () => {
    const board = new LiveBoard(context.instruments)
    give({ requestPort: () => Promise.reject(new Error('none')) })
    expect(await openSerial(board)).toBe('none-chosen')
    give({ requestPort: () => Promise.resolve({ ...port().made, open: () => Promise.reject(new Error('taken')) }) })
    expect(await openSerial(board)).toBe('not-opened')
    give(undefined)
    expect(canSerial()).toBe(false)
  })
})

describe('the practice bench', () => {
  const pass = async (seconds: number) => {
    for (let i = 0; i < seconds * 2; i++) await jest.advanceTimersByTimeAsync(500)
  }
  test('instruments speak by the page’s clock; a burner that is called lights; put away, nothing speaks', async () => {
    const board = new LiveBoard(context.instruments)
    const bench = new Bench(board)
    await bench.begin({ card: larch, gas: 'natural-gas-h', seed: 1 }, [...context.instruments, METER_READER], 'metric')
    bench.set({ call: true, force: 'max' })
    bench.connect('T1', 'p', { measurandId: 'pressure.working', stationId: 'inlet', section: 0 })
    await pass(10)
    await jest.advanceTimersByTimeAsync(120_000)
    await pass(3)
    expect(bench.getSnapshot()).toMatchObject({ on: true, frame: { phase: 'running', lit: true } })
    expect(channel(board, 'p')!.trace.last!.value).toBeGreaterThan(1500)
    expect(channel(board, 'meterIndex', 'meter')!.trace.last!.value).toBeGreaterThan(0)
    expect(channel(board, 'co2')!.trace.zeroedS).not.toBeNull()
    bench.mishap('hose-off', true)
    await pass(8)
    expect(Math.abs(channel(board, 'p')!.trace.last!.value)).toBeLessThan(5)
    bench.mishap('hose-off', false)
    bench.wear({ fouling: 0.2 })
    bench.follow(false)
    expect(bench.getSnapshot()).toMatchObject({ mishaps: [], faults: { fouling: 0.2 }, follows: false })
    bench.set({ force: 'no-such-rate' })
    await pass(1)
    expect(bench.getSnapshot().problem).toMatchObject({ code: 'no-such-rate' })
    const gone = worker.gone
    bench.end()
    expect([worker.gone, bench.getSnapshot().on, board.getSnapshot().sources]).toEqual([gone + 1, false, {}])
  })

  test('what cannot be simulated says so', async () => {
    const bench = new Bench(new LiveBoard(context.instruments))
    await bench.begin({ card: larch, gas: 'pipeline-gas-na' }, context.instruments, 'metric')
    expect(bench.getSnapshot()).toMatchObject({ on: false, problem: { code: 'gas-not-on-card' } })
    bench.end()
  })
})
