/** @jest-environment jsdom */
import '@/test/browserParts'
import { faultMapOf } from '@lucerna/core/faults'
import { DEMO_CARDS } from '@lucerna/sim/cards'
import { act, cleanup, fireEvent, render, screen, within } from '@testing-library/react'
import { failedStarts, FreeCase, NO_CASE } from './case'
import { FaultDesk } from './FaultDesk'

const card = DEMO_CARDS.find((c) => c.id === 'tarnwick-larch-28-c')!
const map = faultMapOf(card.burnerKind)
const at = { at: '2026-01-05T09:00:00.000Z' }

beforeEach(() => localStorage.clear())
afterEach(cleanup)

const show = (mayLive = true) =>
  render(<FaultDesk card={card} map={map} units="metric" mayLive={mayLive} timeZone="Europe/London" who="me" />)
const press = (name: string | RegExp) => act(() => void fireEvent.click(screen.getByRole('button', { name })))
/** The result of the check that is asked for: the usual one, or another by its id. */
const answer = (results: Readonly<Record<string, string>> = {}) => {
  const asked = map.checks.find((c) => c.id === document.querySelector('[data-check]')!.getAttribute('data-check'))!
  const result = asked.results.find((r) => r.id === results[asked.id]) ?? asked.results[0]!
  act(() => void fireEvent.click(document.querySelector(`[data-result="${result.id}"]`)!))
}
const heading = () =>
  screen.getByRole('heading', { level: 2, name: (n) => map.checks.some((c) => c.label === n) || /^Found|guess/.test(n) }).textContent

describe('a case', () => {
  test('is kept on the device, and what cannot be read is none', () => {
    const kept = new FreeCase('k', localStorage)
    kept.put({ symptom: 'no-ignition' })
    kept.found('inlet-dip', { result: 'none' })
    expect(new FreeCase('k', localStorage).getSnapshot()).toEqual(kept.getSnapshot())
    localStorage.setItem('k', '{"symptom":"smoke"}')
    expect(new FreeCase('k', localStorage).getSnapshot()).toEqual(NO_CASE)
  })

  test('tries count until it was waited and purged; what fires nothing does not', () => {
    const checks = ['start', 'drain-look', 'inlet-dip', 'coil-volts'].map((checkId, i) => ({
      ...at,
      id: String(i),
      checkId,
      result: 'x',
      valueSi: null,
      text: null,
    }))
    expect(failedStarts(map, { checks, purgedAfter: 0, symptom: 'no-ignition' })).toBe(3)
    expect(failedStarts(map, { checks, purgedAfter: 3, symptom: 'no-ignition' })).toBe(1)
    expect(failedStarts(map, { checks, purgedAfter: 0, symptom: 'high-co' })).toBe(0)
  })
})

test('from the code to the cause: the code names the symptom, each result its check, and the last one the cause', () => {
  show()
  act(() => void fireEvent.change(screen.getByLabelText('Code on the display'), { target: { value: 'L1' } }))
  press('Tries, but does not light')
  expect(screen.getByText('L1: No flame after the third try')).toBeTruthy()
  const found: Record<string, string> = {
    start: 'no-gas',
    'inlet-dip': 'none',
    'gas-on': 'on',
    'coil-ohms': 'high',
    'coil-volts': 'right',
    'inlet-pressure': 'inside',
  }
  for (let n = 0; n < 14 && !/^Found/.test(heading()!); n++) {
    if (screen.queryByRole('button', { name: 'Waited and purged' })) press('Waited and purged')
    answer(found)
  }
  expect(heading()).toBe('Found: Valve coil')
  expect(within(screen.getByRole('region', { name: 'What was found' })).getAllByText(/High or open/).length).toBeGreaterThan(0)
})

test('by the book nothing is left out without a reason, and changing the way keeps what was found', () => {
  show()
  press('Tries, but does not light')
  act(() => void fireEvent.click(screen.getByRole('radio', { name: 'By the book' })))
  expect(heading()).toBe(map.checks.find((c) => c.id === map.book['no-ignition']![0])!.label)
  press('Cannot be done here')
  expect((screen.getByRole('button', { name: 'Leave it out' }) as HTMLButtonElement).disabled).toBe(true)
  act(() => void fireEvent.change(screen.getByLabelText(/^Why this check/), { target: { value: 'Meter locked' } }))
  press('Leave it out')
  expect(screen.getByText(/left out: Meter locked/)).toBeTruthy()
  act(() => void fireEvent.click(screen.getByRole('radio', { name: 'Shortest way' })))
  expect(screen.getByText(/left out: Meter locked/)).toBeTruthy()
})

test('who is not licensed is shown no live test; a result can be removed again', () => {
  show(false)
  press('Tries, but does not light')
  for (let n = 0; n < 6; n++) {
    if (screen.queryByRole('button', { name: 'Waited and purged' })) press('Waited and purged')
    expect(screen.queryByText(/^Live test/)).toBeNull()
    if (!document.querySelector('[data-check]')) break
    answer()
  }
  const rows = () => within(screen.getByRole('region', { name: 'What was found' })).getAllByRole('listitem').length
  const before = rows()
  act(() => void fireEvent.click(screen.getAllByRole('button', { name: 'Remove this result' })[0]!))
  expect(rows()).toBe(before - 1)
})

test('a typed figure that is none is refused, and says so', () => {
  show()
  press('Locks out on low gas')
  for (let n = 0; n < 4 && !screen.queryByLabelText(/^Reading/); n++) {
    answer()
  }
  act(() => void fireEvent.change(screen.getByLabelText(/^Reading/), { target: { value: 'lots' } }))
  press('Enter')
  expect(screen.getByText(/Nothing is recorded/)).toBeTruthy()
  act(() => void fireEvent.change(screen.getByLabelText(/^Reading/), { target: { value: '8' } }))
  press('Enter')
  expect(screen.getByText(/8 mbar/)).toBeTruthy()
})

test('the code that a visit noted is chosen already; one that the card lacks leaves the symptoms', () => {
  render(<FaultDesk card={card} map={map} units="metric" mayLive timeZone="Europe/London" who="me" shown="l4" />)
  expect((screen.getByLabelText('Code on the display') as HTMLSelectElement).value).toBe('L4')
  cleanup()
  render(<FaultDesk card={card} map={map} units="metric" mayLive timeZone="Europe/London" who="me" shown="X1" />)
  expect((screen.getByLabelText('Code on the display') as HTMLSelectElement).value).toBe('')
})
