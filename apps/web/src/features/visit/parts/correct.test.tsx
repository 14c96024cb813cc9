/** @jest-environment jsdom */
import '@/test/browserParts'
import { DEMO_CARDS } from '@lucerna/sim/cards'
import { cleanup, fireEvent, render, screen, within } from '@testing-library/react'
import { foldVisit } from '@lucerna/core/visit'
import { asStored, deskOf, visitOf } from '@/test/desk'
import type { NewEvent } from '../client/writeDown'
import { Closed } from './Closed'
import { DeskProvider, type VisitDesk } from './context'
import { CorrectDialog } from './CorrectDialog'

afterEach(cleanup)

const played = visitOf(DEMO_CARDS[0]!, 'annual-service')!
const desk = deskOf(played, played.events)
/** Of the correction in the log. */
const testUuid = '00000000-0000-7000-8000-000000009999'
const step = desk.steps.find((s) => s.kind === 'flue')!
function show(part: React.ReactNode, more: Partial<VisitDesk> = {}) {
  const written: NewEvent[] = []
  const closed = jest.fn()
  const value = { ...desk, record: (events: NewEvent[]) => Promise.resolve(void written.push(...events)), openDialog: closed, ...more }
  render(<DeskProvider value={value as never}>{part}</DeskProvider>)
  return { written, closed }
}

test('a reading typed wrongly is given its right value in its place, with a reason that needs no typing', () => {
  const done = jest.fn()
  const { written } = show(<CorrectDialog step={step} onClose={done} />)
  const rows = screen.getAllByRole('button')
  // Those of the step at hand come first, the newest before the others.
  expect(rows[0]!.textContent).toMatch(/maximum|minimum/)
  const co2 = rows.find((r) => /^CO₂/.test(r.textContent ?? ''))!
  fireEvent.click(co2)
  fireEvent.change(screen.getByLabelText(/^Correct value/), { target: { value: '9.1' } })
  fireEvent.click(screen.getByRole('button', { name: 'Correct' }))
  const [event] = written as [{ type: string; data: { readingId: string; reason: string; replacement: { valueSi: number; id: string } } }]
  expect(event).toMatchObject({ type: 'reading.corrected', data: { reason: 'Typed wrongly', replacement: { valueSi: 0.091 } } })
  expect(done).toHaveBeenCalled()
  // The visit takes it: the new value is there with its place, and the first is not.
  const old = desk.state.readings.find((r) => r.readingId === event.data.readingId)!
  const after = foldVisit(
    desk.visit.visitId,
    [...played.events, { ...asStored([{ ...played.events[0]!, ...event, id: testUuid } as never])[0]!, seq: 9999 }],
    desk.context,
  )
  const now = after.appliances[0]!.readings
  expect(now.find((r) => r.readingId === event.data.replacement.id)).toMatchObject({ key: old.key, valueSi: 0.091, takenAt: old.takenAt })
  expect(now.some((r) => r.readingId === old.readingId)).toBe(false)
})

test('what cannot be is refused with its reason; without a reason nothing is corrected; withdrawn leaves nothing', () => {
  const { written } = show(<CorrectDialog step={step} onClose={() => undefined} />)
  fireEvent.click(screen.getAllByRole('button').find((r) => /^CO₂/.test(r.textContent ?? ''))!)
  const correct = () => screen.getByRole<HTMLButtonElement>('button', { name: 'Correct' })
  expect(correct().disabled).toBe(true)
  fireEvent.change(screen.getByLabelText(/^Correct value/), { target: { value: '9.1 mbar' } })
  expect(screen.getByRole('alert').textContent).toMatch(/mbar|pressure/)
  expect(correct().disabled).toBe(true)
  fireEvent.change(screen.getByLabelText('Reason'), { target: { value: ' ' } })
  expect(screen.getByRole<HTMLButtonElement>('button', { name: 'Withdraw reading' }).disabled).toBe(true)
  fireEvent.click(screen.getByRole('button', { name: 'Gauge not at zero' }))
  fireEvent.click(screen.getByRole('button', { name: 'Withdraw reading' }))
  expect(written).toMatchObject([{ data: { reason: 'Gauge not at zero' } }])
  expect(written[0]!.data).not.toHaveProperty('replacement')
})

test('before anything was measured there is nothing to correct, and it says so', () => {
  show(<CorrectDialog step={step} onClose={() => undefined} />, { state: { ...desk.state, readings: [] } })
  expect(screen.getByText('Nothing has been measured on this appliance in this visit.')).toBeTruthy()
})

test('a closed visit leads to its report and to correcting; only a lead opens it again, with a reason', () => {
  const { closed } = show(<Closed goOn={false} />)
  expect(screen.getByRole('link', { name: 'Open report' }).getAttribute('href')).toMatch(/\/report$/)
  expect(screen.queryByRole('button', { name: 'Reopen visit…' })).toBeNull()
  fireEvent.click(screen.getByRole('button', { name: 'Correct a reading…' }))
  expect(closed).toHaveBeenCalledWith('correct')
  cleanup()
  const { written } = show(<Closed goOn={false} />, { role: 'lead' })
  fireEvent.click(screen.getByRole('button', { name: 'Reopen visit…' }))
  const form = within(screen.getByRole('textbox').closest('form')!)
  expect(form.getByRole<HTMLButtonElement>('button', { name: 'Reopen visit' }).disabled).toBe(true)
  fireEvent.change(screen.getByRole('textbox'), { target: { value: 'Wrong serial number' } })
  fireEvent.click(form.getByRole('button', { name: 'Reopen visit' }))
  expect(written).toMatchObject([{ type: 'visit.reopened', data: { reason: 'Wrong serial number' } }])
  cleanup()
  show(<Closed goOn={false} />, { role: 'planner' as never })
  expect(screen.queryAllByRole('button')).toEqual([])
})
