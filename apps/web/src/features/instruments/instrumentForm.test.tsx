/** @jest-environment jsdom */
import '@/test/browserParts'
import { act, cleanup, fireEvent, render, screen } from '@testing-library/react'
import { ask } from '@/ui/ask'
import { InstrumentForm } from './InstrumentForm'
import type { InstrumentFields } from './schemas'

const [push, refresh, back] = [jest.fn(), jest.fn(), jest.fn()]
jest.mock('next/navigation', () => ({ useRouter: () => ({ push, refresh, back }) }))
jest.mock('@/ui/ask', () => ({ ask: jest.fn() }))
jest.mock('@/ui/toast', () => ({ toast: jest.fn() }))

const asked = jest.mocked(ask)
beforeEach(() => {
  jest.clearAllMocks()
  asked.mockResolvedValue({ ok: true, body: { id: 'i9' }, version: 2 })
})
afterEach(cleanup)

const gauge: InstrumentFields = {
  kind: 'manometer',
  maker: 'Plumb',
  model: 'Duo 150',
  serial: 'T1',
  channels: [
    {
      id: 'p',
      channel: 'pressure',
      origin: 'measured',
      min: -15_000,
      max: 15_000,
      resolution: 1,
      absolute: 3,
      relative: 0.005,
      combine: 'larger',
    },
  ],
  calibratedOn: '2026-02-01',
  calibrationDueOn: '2027-02-01',
  certificate: null,
  heldBy: null,
  batteryDays: null,
  trapDays: null,
  remark: null,
}
const draw = (units: 'metric' | 'imperial' = 'metric', first = gauge) =>
  render(<InstrumentForm id="i1" first={first} version={1} people={[{ value: 'u1', label: 'Runa Falk' }]} units={units} />)
const field = (label: RegExp | string) => screen.getByLabelText<HTMLInputElement>(label)
const type = (label: RegExp | string, value: string) => {
  fireEvent.change(field(label), { target: { value } })
  fireEvent.blur(field(label))
}
const save = async () => {
  await act(async () => void fireEvent.submit(document.querySelector('form')!))
  await act(async () => void (await new Promise((done) => setTimeout(done, 0))))
}
const sent = () => asked.mock.calls.at(-1)![2] as InstrumentFields
const wrong = () => [...document.querySelectorAll<HTMLElement>('[data-wrong]')].map((e) => e.textContent)

test('what a channel can tell is written in the units of the practice and kept in SI', async () => {
  draw()
  type('Range to', '200 mbar')
  type('Maker', ' Plumb & Daughters ')
  await save()
  expect(asked).toHaveBeenCalledWith('PUT', '/api/v1/instruments/i1', expect.anything(), 1)
  expect(sent()).toMatchObject({ maker: 'Plumb & Daughters', heldBy: null })
  expect(sent().channels[0]!.max).toBeCloseTo(20_000)
  expect(push).toHaveBeenCalledWith('/instruments/i9')
})

test('a channel that is added has to be told of; one that is removed is gone', async () => {
  draw()
  fireEvent.click(screen.getByRole('button', { name: 'Add channel' }))
  await save()
  expect(asked).not.toHaveBeenCalled()
  expect(wrong().length).toBeGreaterThan(0)
  fireEvent.click(screen.getAllByRole('button', { name: /Remove/ }).at(-1)!)
  await save()
  expect(sent().channels).toHaveLength(1)
})

test('an instrument without a channel, or due before it was calibrated, is not kept; what was typed stays', async () => {
  draw()
  type('Calibration due', '2026-01-01')
  await save()
  expect(wrong()).toHaveLength(1)
  expect(field('Calibration due').value).toBe('2026-01-01')
  type('Calibration due', '2027-01-01')
  fireEvent.click(screen.getByRole('button', { name: /Remove/ }))
  await save()
  expect(asked).not.toHaveBeenCalled()
  expect(document.body.textContent).toMatch(/channel/i)
})

test('in other units the same accuracy, and saving unchanged changes nothing', async () => {
  draw('imperial')
  await save()
  expect(sent().channels[0]!.absolute).toBeCloseTo(gauge.channels[0]!.absolute, 6)
  expect(sent().channels[0]!.max).toBeCloseTo(gauge.channels[0]!.max, 3)
})
