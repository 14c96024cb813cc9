/** @jest-environment jsdom */
import '@/test/browserParts'
import type { Instrument } from '@lucerna/core/measure'
import { EVENTS_MAX, type InstrumentSet } from '@lucerna/core/visit'
import { act, cleanup, fireEvent, render, screen, within } from '@testing-library/react'
import { useState } from 'react'
import { demoInstruments } from '@/seed/world'
import type { QueuedEvent } from '../client/queue'
import type { PhotoQueue } from '../client/usePhotoQueue'
import type { VisitLog } from '../client/useVisitLog'
import { InstrumentChooser, instrumentName, sharedChannels } from './InstrumentChooser'
import { LogState, ParkedList } from './LogState'

jest.mock('@/ui/useOnline', () => ({ useOnline: () => online }))
let online = true
beforeEach(() => {
  online = true
  jest.useFakeTimers()
})
afterEach(() => {
  jest.useRealTimers()
  cleanup()
})

const nothing = () => undefined
const logOf = (more: Partial<Record<keyof VisitLog, unknown>> = {}) =>
  ({ events: [], parked: [], waitingCount: 0, status: 'sent', tryAgain: nothing, discard: nothing, ...more }) as unknown as VisitLog
const photosOf = (queued: readonly object[] = [], more: object = {}) =>
  ({ queued, tryAgain: nothing, discard: nothing, ...more }) as unknown as PhotoQueue

describe('whether everything is kept, in the header', () => {
  const say = (log: VisitLog, photos = photosOf(), devices: number | null = 1) =>
    render(<LogState log={log} photos={photos} devices={devices} onParked={parked} onSignIn={signIn} />)
  const [parked, signIn] = [jest.fn(), jest.fn()]
  const status = () => screen.getByRole('status').textContent

  test('all sent; so many on their way, photographs with them', () => {
    say(logOf())
    expect(status()).toBe('all sent')
    cleanup()
    say(logOf({ waitingCount: 2 }), photosOf([{ id: 'p' }]))
    expect(status()).toBe('sending 3')
  })

  test('another device is said, and a visit that is nearly full', () => {
    say(logOf(), photosOf(), 3)
    expect(status()).toContain('3 devices')
    cleanup()
    say(logOf({ events: { length: EVENTS_MAX - 120 } }))
    expect(status()).toContain('space for 120 more')
  })

  test('a stream that is being opened is no lost server; one that stays silent is, and so is no network', () => {
    say(logOf(), photosOf(), null)
    expect(status()).not.toContain('offline')
    act(() => void jest.advanceTimersByTime(6000))
    expect(status()).toContain('offline')
    cleanup()
    online = false
    say(logOf())
    expect(status()).toContain('offline')
  })

  test('away from the server it says what is saved here; signed out it asks for that; refused before all', () => {
    say(logOf({ status: 'away', waitingCount: 4 }))
    expect(status()).toBe('offline, 4 saved here')
    cleanup()
    say(logOf({ status: 'sign-in', waitingCount: 1 }))
    fireEvent.click(screen.getByRole('button', { name: '1 saved: sign in' }))
    expect(signIn).toHaveBeenCalledTimes(1)
    cleanup()
    say(logOf({ status: 'sign-in', parked: [{}] }), photosOf([{ id: 'p', parked: { message: 'x' } }]))
    fireEvent.click(screen.getByRole('button', { name: '2 not accepted' }))
    expect(parked).toHaveBeenCalledTimes(1)
  })
})

describe('what the server refused', () => {
  const reading = {
    id: 'q1',
    event: {
      type: 'reading.taken',
      stepId: 'flue.max',
      data: { readings: [{ measurandId: 'co2.flue', entered: { text: '9.1', unit: '%' } }] },
    },
    parked: { message: 'The visit is closed.' },
  } as unknown as QueuedEvent
  const note = { id: 'q2', event: { type: 'note.added', data: { text: 'x' } }, parked: { message: 'Too long.' } } as unknown as QueuedEvent

  test('each with its figures and its reason: a reading is corrected, everything is sent again or thrown away', () => {
    const [tryAgain, discard, mend] = [jest.fn(), jest.fn(), jest.fn()]
    render(<ParkedList log={logOf({ parked: [reading, note], tryAgain, discard })} photos={photosOf()} onMend={mend} />)
    const [first, second] = screen.getAllByRole('listitem') as [HTMLElement, HTMLElement]
    expect(first.textContent).toContain('CO₂ 9.1 %')
    expect(first.textContent).toContain('The visit is closed.')
    fireEvent.click(within(first).getByRole('button', { name: 'Correct' }))
    expect(mend).toHaveBeenCalledWith(reading)
    expect(within(second).queryByRole('button', { name: 'Correct' })).toBeNull()
    fireEvent.click(within(second).getByRole('button', { name: 'Send again' }))
    expect(tryAgain).toHaveBeenCalledWith('q2')
    fireEvent.click(within(second).getByRole('button', { name: 'Discard entry' }))
    expect(discard).toHaveBeenCalledWith('q2')
  })

  test('a photograph too; none left says so', () => {
    const discard = jest.fn()
    const photo = { id: 'p1', kind: 'photo', caption: 'Label', parked: { message: 'Not a picture.' } }
    render(<ParkedList log={logOf()} photos={photosOf([photo, { id: 'p2' }], { discard })} onMend={nothing} />)
    expect(screen.getAllByRole('listitem')).toHaveLength(1)
    fireEvent.click(screen.getByRole('button', { name: 'Discard entry' }))
    expect(discard).toHaveBeenCalledWith('p1')
    cleanup()
    render(<ParkedList log={logOf()} photos={photosOf()} onMend={nothing} />)
    expect(screen.getByText('Nothing to correct.')).toBeTruthy()
  })
})

describe('what somebody measures with', () => {
  const instruments = demoInstruments('metric-ratio').map((spec, i): Instrument => ({
    ...spec,
    id: `i${i}`,
    serial: `S${i}`,
    calibratedAt: '2026-01-01T00:00:00.000Z',
    calibrationDueAt: '2099-01-01T00:00:00.000Z',
    certificate: null,
  }))
  const analyser = instruments.find((i) => i.channels.some((c) => c.channel === 'co2' || c.channel === 'o2'))!
  const twin: Instrument = { ...analyser, id: 'twin', serial: 'T2', calibrationDueAt: '2020-01-01T00:00:00.000Z' }
  const all = [...instruments, twin]
  const measured = analyser.channels.find((c) => c.origin === 'measured')!.channel

  test('a channel that two at hand measure is asked about, one that is computed is not', () => {
    const set = (...ids: string[]): InstrumentSet => ({ instrumentIds: ids, preferred: {} })
    expect(sharedChannels(set(analyser.id), all)).toEqual([])
    const shared = sharedChannels(set(analyser.id, 'twin'), all)
    expect(shared.map((s) => s.channel)).toContain(measured)
    for (const { channel } of shared) {
      expect(analyser.channels.find((c) => c.channel === channel)?.origin).toBe('measured')
    }
    expect(instrumentName(twin, [analyser, twin])).toContain('· T2')
    expect(instrumentName(twin, [twin])).not.toContain('T2')
  })

  test('own ones first; ticked and unticked, with what was preferred of it; one out of calibration is marked', () => {
    const seen: InstrumentSet[] = []
    function Chooser() {
      const [set, setSet] = useState<InstrumentSet>({ instrumentIds: [analyser.id, 'twin'], preferred: {} })
      const change = (next: InstrumentSet) => {
        seen.push(next)
        setSet(next)
      }
      const holders = { twin: { id: 'me', name: 'Maren Ostby' }, [analyser.id]: { id: 'other', name: 'Ruben Calder' } }
      return <InstrumentChooser instruments={all} holders={holders} userId="me" set={set} onChange={change} />
    }
    render(<Chooser />)
    const rows = screen.getAllByRole('listitem')
    expect(rows[0]!.textContent).toContain('T2')
    expect(rows[0]!.textContent).toContain('Out of calibration')
    expect(rows.at(-1)!.textContent).toContain('held by Ruben Calder')
    const group = screen.getAllByRole('group')[0]!
    fireEvent.click(within(group).getByRole('button', { name: /· T2/ }))
    expect(Object.values(seen.at(-1)!.preferred)).toEqual(['twin'])
    fireEvent.click(within(rows[0]!).getByRole('checkbox'))
    expect(seen.at(-1)).toEqual({ instrumentIds: [analyser.id], preferred: {} })
    expect(screen.queryByRole('group')).toBeNull()
  })
})
