/** @jest-environment jsdom */
import '@/test/browserParts'
import { act, cleanup, fireEvent, render, screen } from '@testing-library/react'
import { LivingDesk } from '@/test/livingDesk'
import { LiveProvider } from './context'
import { ConnectPanel } from './ConnectPanel'
import { assigned } from './figures'
import { LiveBar } from './LiveBar'
import { LiveBoard } from './LiveBoard'
import { TestLines } from './testLines'
import { listen, noBench, of, open, press, taken, types, visit } from './testStep'

jest.mock('../parts/later', () => ({ Signature: () => null, Complaint: () => null }))

// Later than anything that the desk of the tests writes down.
const NOW = Date.parse('2026-06-07T17:00:00.000Z')
beforeEach(() => {
  jest.useFakeTimers({ now: NOW })
  window.localStorage.clear()
  window.localStorage.setItem('lucerna.keypad', '0')
})
afterEach(() => {
  cleanup()
  jest.useRealTimers()
})

describe('figures that come by themselves', () => {
  test('shown with what they still do; asked once, then recorded by themselves, with their channel as the source', async () => {
    const { log, shows } = open(of('standing'))
    shows({ p: [0, 'mbar'] }, 4)
    await press(/gauge connected/)
    shows({ p: [21.3, 'mbar'] }, 5)
    expect(screen.getByText('waiting for it to settle')).toBeTruthy()
    shows({ p: [21.3, 'mbar'] }, 8)
    expect(screen.getByText('settled')).toBeTruthy()
    expect(screen.getByText('21.3')).toBeTruthy()
    expect(types(log)).not.toContain('reading.taken')
    await press('By itself from now on')
    expect(taken(log)).toMatchObject([
      { measurandId: 'pressure.standing', stationId: 'inlet', settled: 'settled', source: { kind: 'instrument', channelId: 'p' } },
    ])
    expect(taken(log)[0]!.valueSi).toBeCloseTo(2130)
    expect(taken(log)[0]!.standardUncertainty).toBeGreaterThan(0)
    expect(types(log)).toContain('instrument.zeroed')
    // Recorded once, whatever goes on.
    shows({ p: [21.3, 'mbar'] }, 10)
    expect(taken(log)).toHaveLength(1)
  })

  test('what is outside is never recorded unattended; by Record it is, at once and early if it still moves', async () => {
    window.localStorage.setItem('lucerna.records-itself', '1')
    const { log, shows } = open(of('standing'))
    shows({ p: [0, 'mbar'] }, 4)
    await press(/gauge connected/)
    shows({ p: [40, 'mbar'] }, 20)
    expect(screen.getByText(/beyond the limit/)).toBeTruthy()
    expect(taken(log)).toHaveLength(0)
    await press('Record')
    expect(taken(log)).toMatchObject([{ settled: 'settled' }])
  })

  test('a port that has shown no zero since it was moved is not recorded by itself; by hand it is not assessed', async () => {
    window.localStorage.setItem('lucerna.records-itself', '1')
    const { log, shows } = open(of('standing'))
    await press(/gauge connected/)
    shows({ p: [21.3, 'mbar'] }, 20)
    expect(screen.getByText(/has shown no zero since it was moved/)).toBeTruthy()
    expect(taken(log)).toHaveLength(0)
    await press('Record')
    expect(types(log)).not.toContain('instrument.zeroed')
    expect(screen.getByText(/not zeroed: zero it and read again/)).toBeTruthy()
  })

  test('typing goes before what is shown; a line that falls silent is old', async () => {
    const { log, shows } = open(of('standing'))
    await press(/gauge connected/)
    shows({ p: [21.3, 'mbar'] }, 12)
    fireEvent.change(screen.getAllByPlaceholderText('mbar')[0]!, { target: { value: '22' } })
    await press('Record')
    expect(taken(log)).toMatchObject([{ entered: { text: '22', unit: 'mbar' }, source: { kind: 'typed' } }])
    act(() => void jest.advanceTimersByTime(10_000))
    expect(screen.getByText(/not heard for \d+ s/)).toBeTruthy()
  })

  test('a probe in air, a hose that came off and a dead cell are named, and nothing is recorded', async () => {
    window.localStorage.setItem('lucerna.records-itself', '1')
    const { log, shows } = open(of('flue', 'max'))
    await press(/at maximum now/i)
    const inAir = { co2: [0, '%'], co: [0, 'ppm'], tf: [20, '°C'], ta: [20, '°C'] } as const
    shows(inAir, 400)
    expect(screen.getByText(/This is air, not flue gas/)).toBeTruthy()
    expect(screen.getByText(/CO does not move at all/)).toBeTruthy()
    expect(taken(log)).toHaveLength(0)
  })

  test('three minutes of still CO answer their question; CO that climbs does not', async () => {
    window.localStorage.setItem('lucerna.records-itself', '1')
    const { log, shows } = open(of('flue', 'max'))
    await press(/at maximum now/i)
    shows({ co2: [9, '%'], co: [40, 'ppm'], tf: [62, '°C'], ta: [20, '°C'] }, 100)
    expect(types(log)).not.toContain('observation.made')
    shows({ co2: [9, '%'], co: [40, 'ppm'], tf: [62, '°C'], ta: [20, '°C'] }, 200)
    expect(log.find((e) => e.type === 'observation.made')?.data).toMatchObject({ observationId: 'co-steady', answer: 'steady' })
  })

  test('the meter is clocked, and its rate tells that the burner is there', async () => {
    window.localStorage.setItem('lucerna.records-itself', '1')
    const { log, shows } = open(of('gas-rate'))
    shows({ meterIndex: [0.00039, 'm³'] }, 130)
    expect(log.find((e) => e.type === 'state.commanded')?.data).toMatchObject({ firingStateId: 'max' })
    shows({ meterIndex: [0.00039, 'm³'] }, 130)
    const read = Object.fromEntries(taken(log).map((r) => [r.measurandId, r.valueSi]))
    expect(read['volume.metered']! / read['time.metered']!).toBeCloseTo(0.00078, 5)
  })

  test('a personal alarm that goes off is told above everything, and not before', () => {
    const { lines } = open(of('standing'))
    const breathe = (ppm: number) =>
      act(() => {
        lines.show('co', ppm, 'ppm', 'co-alarm')
        jest.advanceTimersByTime(500)
      })
    breathe(4)
    expect(screen.queryByRole('alert')).toBeNull()
    breathe(45)
    expect(screen.getByRole('alert').textContent).toMatch(/CO in the room: 45.ppm/)
    act(() => void jest.advanceTimersByTime(10_000))
    expect(screen.queryByRole('alert')).toBeNull()
    // From nothing straight over its range is no silence.
    act(() => {
      lines.say('co', 'over-range', 'co-alarm')
      jest.advanceTimersByTime(500)
    })
    expect(screen.getByRole('alert').textContent).toMatch(/CO in the room: 1,?\s?000.ppm/)
  })

  test('instruments that zeroed themselves at switch-on are not asked about', async () => {
    window.localStorage.setItem('lucerna.records-itself', '1')
    const { log, lines } = open(of('make-safe'))
    act(() => {
      lines.say('co2', 'zeroing')
      jest.advanceTimersByTime(1000)
    })
    expect(types(log)).toEqual([])
    act(() => {
      lines.say('co2', 'zeroed')
      jest.advanceTimersByTime(1000)
    })
    expect(log.map((e) => e.data)).toEqual([expect.objectContaining({ place: 'clean-air' })])
  })
})

describe('which channel reads what', () => {
  const set = { instrumentIds: visit.context.instruments.map((i) => i.id), preferred: {} }
  const view = (channels: readonly string[]) => {
    const board = new LiveBoard(visit.context.instruments)
    const lines = new TestLines(board)
    board.source('bridge', 'on')
    for (const c of channels) lines.show(c, 1, c === 'p' ? 'mbar' : '%')
    jest.advanceTimersByTime(500)
    board.end()
    return board.getSnapshot()
  }
  test('what has to be read goes before what may be; nothing that is not heard', () => {
    const { needs } = of('working')
    expect([...assigned(needs, set, visit.context, view(['p'])).keys()]).toEqual(['pressure.working@inlet/max'])
    expect(assigned(needs, set, visit.context, view(['co2'])).size).toBe(0)
    expect(assigned(needs, { instrumentIds: [], preferred: {} }, visit.context, view(['p'])).size).toBe(0)
  })
})

describe('the connection panel', () => {
  test('says what is heard, zeroes by a button, names strangers and what was not understood', () => {
    const board = new LiveBoard(visit.context.instruments)
    const asked: object[] = []
    board.source('bridge', 'on', (command) => asked.push(command))
    const lines = new TestLines(board)
    lines.show('p', 21.4, 'mbar')
    lines.show('p', 1, 'mbar', 'Nobody-1')
    board.refuse('line-not-json')
    render(
      <LiveProvider value={{ board, bench: noBench, listen }}>
        <LivingDesk visit={visit} log={[]}>
          {() => (
            <>
              <LiveBar />
              <ConnectPanel demo={false} />
            </>
          )}
        </LivingDesk>
      </LiveProvider>,
    )
    act(() => void jest.advanceTimersByTime(500))
    expect(screen.getByText('21.4 mbar')).toBeTruthy()
    expect(screen.getByText(/Live: Duo 150/)).toBeTruthy()
    expect(screen.getByText(/Not in the register: Nobody-1/)).toBeTruthy()
    expect(screen.getByText(/2 lines were not understood/)).toBeTruthy()
    fireEvent.click(screen.getByRole('button', { name: /^Zero: Plumb/ }))
    expect(asked).toEqual([{ v: 1, instrument: 'T1', do: 'zero' }])
    fireEvent.click(screen.getByRole('button', { name: 'End network connection' }))
    expect(listen).toHaveBeenLastCalledWith(null)
    fireEvent.click(screen.getByLabelText(/Record by itself/))
    expect(window.localStorage.getItem('lucerna.records-itself')).toBe('1')
    act(() => {
      board.source('bridge', 'lost')
      jest.advanceTimersByTime(10_000)
    })
    expect(screen.getByText(/The connection is lost/)).toBeTruthy()
    expect(screen.getByText(/Duo 150 \(not heard\)/)).toBeTruthy()
    board.end()
  })
})
