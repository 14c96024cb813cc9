/** @jest-environment jsdom */
import '@/test/browserParts'
import type { Diagnosis } from '@lucerna/core/faults'
import type { FaultCase, Occurrence, VisitAppliance } from '@lucerna/core/visit'
import { DEMO_CARDS } from '@lucerna/sim/cards'
import { cleanup, fireEvent, render, screen, within } from '@testing-library/react'
import { deskOf, visitOf } from '@/test/desk'
import { DeskProvider } from '../parts/context'
import { Occurrences } from './Occurrences'

jest.mock('@lucerna/core/faults', () => ({
  ...jest.requireActual<object>('@lucerna/core/faults'),
  bringFor: () => ({ tools: ['Multimeter'], parts: ['Electrode'] }),
}))
afterEach(cleanup)

const visit = visitOf(
  DEMO_CARDS.find((c) => c.id === 'tarnwick-larch-28-c')!,
  'breakdown',
)!
const happened = (id: string, happenedAt: string, more: Partial<Occurrence> = {}): Occurrence => ({
  id,
  happenedAt,
  service: null,
  rate: null,
  weather: null,
  code: null,
  by: 'Maren Ostby',
  ...more,
})
const [onNote, onWithdraw] = [jest.fn(), jest.fn()]
beforeEach(() => jest.clearAllMocks())

function show(
  occurrences: readonly Occurrence[],
  more: { intermittent?: boolean; readOnly?: boolean; lockOuts?: VisitAppliance['lockOuts'] } = {},
) {
  const desk = deskOf(visit, visit.events.slice(0, 1))
  const appliance = { ...desk.appliance, ...(more.lockOuts && { lockOuts: more.lockOuts }) }
  return render(
    <DeskProvider value={{ ...desk, appliance }}>
      <Occurrences
        fault={{ occurrences, intermittent: more.intermittent ?? true } as unknown as FaultCase}
        diagnosis={{} as Diagnosis}
        readOnly={more.readOnly ?? false}
        onNote={onNote}
        onWithdraw={onWithdraw}
      />
    </DeskProvider>,
  )
}
// Zurich is two hours before UTC in June: 04:10 there is ten past six.
const mornings = ['2026-06-01T04:10:00.000Z', '2026-06-02T04:40:00.000Z', '2026-06-03T05:05:00.000Z', '2026-06-04T04:30:00.000Z']

test('a fault that stays is no fault that comes and goes: nothing is asked', () => {
  expect(show([], { intermittent: false }).container.textContent).toBe('')
})

test('drawn by the hours of the site, with when to come and what to bring', () => {
  show(mornings.map((at, i) => happened(`o${i}`, at, { service: 'hot-water', rate: 'high', weather: 'frost' })))
  const row = screen.getByRole('rowheader')
  expect(row.textContent).toBe('hot water, full rate × 4')
  expect(screen.getByRole('img').getAttribute('aria-label')).toBe('At these hours: 6, 6, 6, 7')
  expect(screen.getByText('between 6:00 and 7:00')).toBeTruthy()
  expect(screen.getByText('Multimeter')).toBeTruthy()
  expect(screen.getByText('Electrode')).toBeTruthy()
  const line = screen.getAllByRole('listitem')[0]!
  expect(line.textContent).toContain('06:10 · hot water · full rate · frost')
  expect(line.textContent).toContain('(Maren Ostby)')
})

test('one that was noted by mistake is taken out; who may only look takes nothing out and notes nothing', () => {
  const one = [happened('o1', mornings[0]!)]
  show(one)
  fireEvent.click(screen.getByRole('button', { name: 'Remove this time' }))
  expect(onWithdraw).toHaveBeenCalledWith('o1')
  cleanup()
  show(one, { readOnly: true })
  expect(screen.queryByRole('button')).toBeNull()
})

test('a time at the site is kept as an instant, with what is known of it and nothing that is not', () => {
  show([])
  const add = screen.getByRole<HTMLButtonElement>('button', { name: 'Add this time' })
  expect(add.disabled).toBe(true)
  fireEvent.change(screen.getByLabelText('Day'), { target: { value: '2026-01-15' } })
  fireEvent.change(screen.getByLabelText('Time of day'), { target: { value: '06:30' } })
  fireEvent.change(screen.getByLabelText('In use then'), { target: { value: 'heating' } })
  fireEvent.submit(add.closest('form')!)
  // One hour before UTC in January.
  expect(onNote).toHaveBeenCalledWith({ happenedAt: '2026-01-15T05:30:00.000Z', service: 'heating' })
  expect(screen.getByLabelText<HTMLInputElement>('Time of day').value).toBe('')
})

test('what the customer reported is added by one tap, under its own name, once', () => {
  const lockOuts = [{ id: 'told-1', happenedAt: mornings[1]!, service: 'hot-water', code: 'L1' }] as unknown as NonNullable<
    VisitAppliance['lockOuts']
  >
  show([], { lockOuts })
  const told = screen.getByText(/^Reported by the customer:/).closest('p')!
  expect(told.textContent).toContain('hot water · L1')
  fireEvent.click(within(told).getByRole('button', { name: 'Add it' }))
  expect(onNote).toHaveBeenCalledWith({ occurrenceId: 'told-1', happenedAt: mornings[1], service: 'hot-water', code: 'L1' })
  cleanup()
  show([happened('told-1', mornings[1]!)], { lockOuts })
  expect(screen.queryByText(/^Reported by the customer:/)).toBeNull()
})
