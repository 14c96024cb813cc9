/** @jest-environment jsdom */
import '@/test/browserParts'
import type { ChannelSpec } from '@lucerna/core/measure'
import { act, cleanup, fireEvent, render, screen } from '@testing-library/react'
import { ask } from '@/ui/ask'
import { toast } from '@/ui/toast'
import { CheckDialog } from './CheckDialog'

jest.mock('next/navigation', () => ({ useRouter: () => ({ refresh: () => undefined }) }))
jest.mock('@/ui/ask', () => ({ ask: jest.fn() }))
jest.mock('@/ui/toast', () => ({ toast: jest.fn() }))
const asked = jest.mocked(ask)
const closed = jest.fn()
const channels = [
  { id: 'p', channel: 'pressure' },
  { id: 'co', channel: 'co' },
] as unknown as readonly ChannelSpec[]
const draw = (today = '2026-12-01') =>
  render(<CheckDialog instrumentId="i1" channels={channels} units="metric" today={today} onClose={closed} />)
beforeEach(() => {
  jest.clearAllMocks()
  asked.mockResolvedValue({ ok: true, body: {}, version: null })
})
afterEach(cleanup)
const type = (label: string, value: string) => fireEvent.change(screen.getByLabelText(label), { target: { value } })
const keep = () => act(async () => void fireEvent.submit(document.querySelector('form')!))
const sent = () => asked.mock.calls.at(-1)![2] as { readings: unknown[]; dueOn: string | null }

test('a zero check: what was shown is the whole of it; channels that were not looked at are left out', async () => {
  draw()
  type('CO, Value shown', '2')
  await keep()
  expect(asked).toHaveBeenCalledWith('POST', '/api/v1/instruments/i1/checks', {
    id: expect.any(String),
    kind: 'zero',
    on: '2026-12-01',
    passed: true,
    readings: [{ channelId: 'co', appliedSi: 0, shownSi: 2e-6 }],
    dueOn: null,
    certificate: null,
    note: null,
  })
  expect(toast).toHaveBeenCalledWith('Check recorded.')
  expect(closed).toHaveBeenCalled()
})

test('a calibration has its certificate and falls due in a year, also from a leap day on; any unit is read', async () => {
  draw('2028-02-29')
  type('Check type', 'calibration')
  type('Certificate number', 'K-17')
  type('Pressure, Reference value', '20 mbar')
  type('Pressure, Value shown', '8.07 inWC')
  await keep()
  expect(sent()).toMatchObject({ kind: 'calibration', certificate: 'K-17', dueOn: '2029-02-28' })
  expect(sent().readings).toEqual([{ channelId: 'p', appliedSi: expect.closeTo(2000, 6), shownSi: expect.closeTo(2010.2, 0) }])
})

test('half a row is no reading: it is said at its line, and nothing is sent', async () => {
  draw()
  type('Check type', 'bump')
  type('CO, Value shown', '98')
  await keep()
  expect(asked).not.toHaveBeenCalled()
  expect(screen.getByText('Enter both values, or neither.')).toBeTruthy()
  type('CO, Reference value', '100')
  await keep()
  expect(sent().readings).toHaveLength(1)
})

test('what reads nothing asks for no figure', async () => {
  draw()
  type('CO, Value shown', '2')
  type('Check type', 'battery')
  expect(screen.queryByRole('table')).toBeNull()
  await keep()
  expect(sent().readings).toEqual([])
})

test('what the server refuses stays open, with what is wrong', async () => {
  draw()
  asked.mockResolvedValueOnce({
    ok: false,
    problem: { status: 422, detail: 'Not recorded.', fields: { note: 'Say why it failed.' }, body: {} },
  })
  fireEvent.click(screen.getByLabelText('Passed'))
  await keep()
  expect(screen.getByText('Say why it failed.')).toBeTruthy()
  expect(screen.getByRole('alert').textContent).toBe('Not recorded.')
  expect(closed).not.toHaveBeenCalled()
})
