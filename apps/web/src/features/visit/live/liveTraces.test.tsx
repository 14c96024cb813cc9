/** @jest-environment jsdom */
import '@/test/browserParts'
import { unpackTrace } from '@lucerna/core/live'
import { act, cleanup, fireEvent, screen, waitFor } from '@testing-library/react'
import { Blob as NodeBlob } from 'node:buffer'
import { TextDecoder as NodeDecoder } from 'node:util'
import { previewTrace, readTraceFile, type TracePreview } from './traceFile'
import { readingKey } from '@lucerna/core/visit'
import { ConnectPanel } from './ConnectPanel'
import { assigned, liveFigures } from './figures'
import { LiveBoard } from './LiveBoard'
import { TestLines } from './testLines'
import { TraceFileDialog } from './TraceFileDialog'
import { of, open, press, taken, types, visit } from './testStep'

jest.mock('@/ui/StartSeenView', () => ({ StartSeenView: () => null }))
jest.mock('../parts/later', () => ({
  ...jest.requireActual<object>('../parts/SequenceTimer'),
  ...jest.requireActual<object>('../parts/Starts'),
  Signature: () => null,
  Complaint: () => null,
}))
jest.mock('@/ui/LanesChart', () => ({ LanesChart: () => null }))

// What browsers have and the test’s does not.
Object.assign(globalThis, { TextDecoder: NodeDecoder })
const NOW = Date.parse('2026-06-07T17:00:00.000Z')
beforeEach(() => {
  jest.useFakeTimers({ now: NOW, doNotFake: ['nextTick', 'setImmediate'] })
  window.localStorage.clear()
  window.localStorage.setItem('lucerna.keypad', '0')
})
afterEach(() => {
  cleanup()
  jest.useRealTimers()
})

test('what instruments showed around a recorded reading is kept beside it, one trace for all of them', async () => {
  const { log, shows } = open(of('flue', 'max'))
  await press(/at maximum now/i)
  shows({ co2: [9, '%'], co: [40, 'ppm'], tf: [62, '°C'], ta: [20, '°C'] }, 200)
  await press(/^Record/)
  const readings = taken(log)
  const trace = log.find((e) => e.type === 'trace.kept')
  expect(types(log).indexOf('trace.kept')).toBe(types(log).indexOf('reading.taken') + 1)
  expect(trace?.data).toMatchObject({ readingIds: readings.map((r) => r.id), channels: [{ channel: 'co2' }, { channel: 'co' }, {}, {}] })
  const [co2] = trace!.data.channels
  const samples = unpackTrace(co2!.chunks)
  expect(samples.ok && samples.value.length).toBeGreaterThan(200)
  expect(samples.ok && samples.value.every((p) => Math.abs(p.value - 0.09) < 1e-3)).toBe(true)
  const bytes = trace!.data.channels.reduce((n, c) => n + c.chunks.reduce((m, k) => m + k.data.length, 0), 0)
  expect(bytes / (samples.ok ? 4 * samples.value.length : 1)).toBeLessThan(2)
})

test('a change over a clock is told by the trace, not by what the gauge shows', () => {
  const board = new LiveBoard(visit.context.instruments)
  const lines = new TestLines(board)
  board.source('bridge', 'on')
  const show = (mbar: number, seconds: number) => {
    for (let i = 0; i < 2 * seconds; i++) {
      lines.show('p', mbar, 'mbar')
      jest.advanceTimersByTime(500)
    }
  }
  const need = { measurandId: 'pressure.letByRise', stationId: 'pipe', firingStateId: 'standing', optional: false } as const
  const set = { instrumentIds: visit.context.instruments.map((i) => i.id), preferred: {} }
  const told = (clock: { fromMs: number; out: boolean } | null) => {
    const view = board.getSnapshot()
    const at = { lightOffMs: null, sinceMs: NOW, firing: false, clock }
    const known = { bandOf: () => undefined, before: () => null }
    return liveFigures([need], assigned([need], set, visit.context, view), view, at, known).get(readingKey(need))!
  }
  show(10, 20)
  expect(told(null)).toMatchObject({ valueSi: null, ready: false })
  const fromMs = Date.now()
  show(10, 20)
  show(10.4, 20)
  expect(told({ fromMs, out: false })).toMatchObject({ ready: false })
  const after = told({ fromMs, out: true })
  expect(after.ready).toBe(true)
  expect(after.valueSi).toBeCloseTo(40, 0)
  board.end()
})

test('where a channel is put goes into the log, and decides what it reads', async () => {
  const { log, shows } = open(of('standing'), <ConnectPanel demo={false} />)
  await press(/gauge connected/)
  shows({ p: [21.3, 'mbar'] }, 12)
  expect(screen.getByText('settled')).toBeTruthy()
  fireEvent.change(screen.getByLabelText('Pressure is connected to'), { target: { value: 'pressure.manifold@burner' } })
  shows({ p: [21.3, 'mbar'] }, 2)
  expect(screen.queryByText('settled')).toBeNull()
  expect(log.at(-1)).toMatchObject({
    type: 'channel.connected',
    data: { channelId: 'p', measurandId: 'pressure.manifold', stationId: 'burner' },
  })
})

test('a start is timed by its channels: the flame says when it was proved, and goes out', async () => {
  const { log, shows } = open(of('sequence'))
  shows({ ua: [0, 'µA'], p: [20, 'mbar'] }, 6)
  await press(/^Call for heat now/)
  shows({ ua: [0, 'µA'], p: [20, 'mbar'] }, 20)
  shows({ ua: [0, 'µA'], p: [18, 'mbar'] }, 2)
  shows({ ua: [4, 'µA'], p: [18, 'mbar'] }, 10)
  expect(screen.getByText(/seen by a channel/)).toBeTruthy()
  await press(/^Firing rate reached \d/)
  shows({ ua: [0, 'µA'], p: [20, 'mbar'] }, 5)
  await press(/^Post-purge \d/)
  const start = log.find((e) => e.type === 'start.recorded')
  const at = (id: string) => start!.data.events.find((e) => e.id === id)?.s
  expect(start!.data).toMatchObject({ outcome: 'lit', diedAt: null })
  expect(at('gas-valve')).toBeCloseTo(20, 0)
  expect(at('flame-proved')).toBeCloseTo(22, 0)
  expect(at('valve-shuts')).toBeCloseTo(32, 0)
  expect(start!.data.lanes.map((l) => l.measurandId).sort()).toEqual(['flame.current', 'pressure.working'])
  // The times and the dip are read with it.
  const read = Object.fromEntries(taken(log).map((r) => [r.measurandId, r.valueSi]))
  expect(read['time.ignition']).toBeCloseTo(2, 0)
  expect(Math.abs(read['pressure.ignitionDip']! - 200)).toBeLessThan(15)
})

describe('a trace from a file', () => {
  const minutes = 4
  const rows = (at: (s: number) => string) =>
    Array.from({ length: minutes * 60 }, (_, s) => `${at(s)};${s < 60 ? 9 - s / 100 : 8.4};${s === 100 ? '----' : 40};`).join('\n')
  const clock = (s: number) => new Date(Date.parse('2026-06-01T08:00:00.000Z') + s * 1000).toISOString().slice(11, 19)
  const file = (text: string) => Object.assign(new NodeBlob([text]) as unknown as Blob, { name: 'trace.csv' })
  const zone = { day: '2026-06-07', timeZone: 'Europe/Zurich', zeroMs: NOW }

  test('is understood by its headings, with semicolons and wall clocks in the zone of the site', async () => {
    jest.useRealTimers()
    const text = `Time;CO2 [%];CO [ppm];Note\n${rows(clock)}`
    const preview = (await previewTrace(file(text))) as TracePreview
    expect(preview).toMatchObject({ named: true, header: ['Time', 'CO2 [%]', 'CO [ppm]', 'Note'], plan: { time: { form: 'clock' } } })
    const trace = await readTraceFile(file(text), preview.plan, preview.named, zone)
    if ('problem' in trace) throw new Error(trace.problem)
    expect(trace.said).toMatchObject({ rows: 240, noNumber: 1, noTime: 0, firstBad: { row: 101, text: '----' } })
    // 08:00 on a wall in Zurich in June.
    expect(new Date(trace.channels[0]!.samples[0]!.s * 1000).toISOString().slice(0, 19)).toBe('2026-06-07T06:00:00')
  })

  test.each([
    ['', 'empty'],
    ['one\n2\n', 'no-columns'],
  ])('of %j is refused', async (text, problem) => {
    jest.useRealTimers()
    expect(await previewTrace(file(text))).toEqual({ problem })
  })

  test('is mapped, read, and its settled values are recorded with where they came from', async () => {
    jest.useRealTimers()
    Object.assign(globalThis, {
      Worker: class {
        terminate() {}
        addEventListener() {}
      },
    })
    let { log } = open(of('flue', 'max'), <TraceFileDialog step={of('flue', 'max')} onClose={() => undefined} />)
    const trace = async (fromMs: number) => {
      const rows = Array.from({ length: 900 }, (_, i) => `${new Date(fromMs + i * 1000).toISOString()},8.9,41,61`)
      fireEvent.change(screen.getByLabelText('CSV file'), {
        target: { files: [file(`Time,CO2 [%],CO [ppm],Flue temp [°C]\n${rows.join('\n')}`)] },
      })
      await waitFor(() => screen.getByRole('button', { name: 'Read the file' }))
      await act(async () => void fireEvent.click(screen.getByRole('button', { name: 'Read the file' })))
      await waitFor(() => screen.getByText(/^900 rows/))
    }
    await trace(Date.parse(visit.events.find((e) => e.type === 'visit.started')!.at))
    // The burner was not at this rate then.
    expect(screen.getByText(/not yet at the rate of this step/)).toBeTruthy()
    expect(screen.queryByRole('button', { name: /^Record 3/ })).toBeNull()
    cleanup()
    log.length = 0
    const again = open(of('flue', 'max'), <TraceFileDialog step={of('flue', 'max')} onClose={() => undefined} />)
    log = again.log
    await press(/at maximum now/i)
    await trace(Date.parse(log.find((e) => e.type === 'state.commanded')!.at))
    await waitFor(() => screen.getByRole('button', { name: /^Record 3 readings/ }))
    await press(/^Record 3 readings/)
    expect(taken(log)).toMatchObject([{ source: { kind: 'trace' }, settled: 'settled' }, {}, {}])
    expect(log.at(-1)).toMatchObject({ type: 'trace.kept', data: { file: 'trace.csv', readingIds: taken(log).map((r) => r.id) } })
  })
})
