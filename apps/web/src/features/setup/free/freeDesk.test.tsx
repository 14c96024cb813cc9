/** @jest-environment jsdom */
import '@/test/browserParts'
import type { Card } from '@lucerna/core/appliance'
import { SHIPPED_PRACTICES } from '@lucerna/core/practice'
import { Plant } from '@lucerna/sim/adjusting'
import { DEMO_CARDS } from '@lucerna/sim/cards'
import { act, cleanup, fireEvent, render, screen, within } from '@testing-library/react'
import { FreeDesk } from './FreeDesk'

const said: { words: string; undo: () => void }[] = []
jest.mock('@/ui/undo', () => ({ toldWithUndo: (words: string, undo: () => void) => void said.push({ words, undo }) }))
// What draws charts is no part of what is asked here.
jest.mock('../parts/TwoScrewMap', () => ({ TwoScrewMap: () => null }))

const practice = SHIPPED_PRACTICES[0]!
const cardOf = (id: string): Card => DEMO_CARDS.find((c) => c.id === id)!
const larch = cardOf('tarnwick-larch-28-c')

beforeEach(() => {
  localStorage.clear()
  said.length = 0
})
afterEach(cleanup)

const open = (card = larch, units: 'metric' | 'imperial' = 'metric') =>
  render(<FreeDesk card={card} practice={practice} units={units} timeZone="Europe/London" who="me" />)
const field = (name: string) => document.querySelector<HTMLInputElement>(`input[name="${name}"]`)!
const type = (name: string, text: string) => act(() => void fireEvent.change(field(name), { target: { value: text } }))
const press = (name: string | RegExp) => act(() => void fireEvent.click(screen.getByRole('button', { name })))
const rate = () => document.querySelector('form')!.getAttribute('data-rate')!
const proposal = () => document.querySelector<HTMLElement>('[data-proposal]')

/** Types what an analyser would show of a simulated valve. */
function readFrom(plant: Plant) {
  const t = plant.truth(rate())
  const co2 = 0.1194 * (1 - t.o2 / 0.2095)
  type('co2.flue', (100 * co2).toFixed(1))
  type('co.flue', (1e6 * t.co).toFixed(0))
  press('Record readings')
}

test('a ratio valve is set at both rates: read, turn, read again, until it says so', () => {
  const plant = new Plant({
    card: larch,
    gas: 'natural-gas-h',
    seed: 5,
    law: 'straight',
    play: 1,
    faults: {},
    positions: { throttle: 0.8 },
  })
  open()
  let moves = 0
  for (let n = 0; n < 40 && !/All limits are met/.test(document.body.textContent ?? ''); n++) {
    const proposed = proposal()
    if (!proposed) {
      readFrom(plant)
      continue
    }
    plant.turn(proposed.dataset.proposal!, Number(proposed.dataset.amount), proposed.dataset.rate!)
    moves++
    press('Move made: record it')
  }
  expect(document.body.textContent).toMatch(/Set after \d moves?\. All limits are met at every rate\./)
  expect(moves).toBeLessThanOrEqual(9)
  // Every move with what was read before and after it; and every screw has its way back.
  const results = within(screen.getByRole('region', { name: 'Moves and results' })).getAllByRole('listitem')
  expect(results).toHaveLength(moves)
  expect(results[0]!.textContent).toMatch(/→/)
  expect(screen.getByText('The way back to as found:')).toBeTruthy()
})

test('what is missing or cannot be read is said at its field, and nothing is recorded', () => {
  open()
  type('co2.flue', 'nine')
  press('Record readings')
  expect(screen.getByText('Enter a number in %.')).toBeTruthy()
  expect(screen.getByText('Enter this reading.')).toBeTruthy()
  expect(field('co2.flue').value).toBe('nine')
  expect(screen.queryByRole('button', { name: 'Remove last entry' })).toBeNull()
})

test('far too much CO stops the desk: nothing is turned on such a burner', () => {
  open()
  type('co2.flue', '9.0')
  type('co.flue', '4000')
  press('Record readings')
  expect(screen.getByRole('alert').textContent).toMatch(/^4000\sppm CO in the flue gas\. Take the probe out/)
  expect(proposal()).toBeNull()
})

test('it is kept on the device, by person and card; the last entry is taken back, and that too', () => {
  const { unmount } = open()
  type('co2.flue', '8.0')
  type('co.flue', '40')
  press('Record readings')
  unmount()
  open()
  expect(screen.getByRole('button', { name: 'Remove last entry' })).toBeTruthy()
  press('Remove last entry')
  expect(screen.queryByRole('button', { name: 'Remove last entry' })).toBeNull()
  expect(said.map((s) => s.words)).toEqual(['Last entry removed'])
  act(() => said[0]!.undo())
  expect(screen.getByRole('button', { name: 'Remove last entry' })).toBeTruthy()
  press('Start again')
  expect(said.at(-1)!.words).toBe('Set-up desk cleared')
  cleanup()
  render(<FreeDesk card={cardOf('tarnwick-larch-18-h')} practice={practice} units="metric" timeZone="Europe/London" who="me" />)
  expect(screen.queryByRole('button', { name: 'Remove last entry' })).toBeNull()
})

test('another gas: what was read of the first tells nothing of it; a change of gas is a list', () => {
  const card = DEMO_CARDS.find((c) => c.ratings.length > 1 && c.burnerKind === 'premix-pneumatic')!
  open(card)
  type('co2.flue', '9.0')
  type('co.flue', '40')
  press('Record readings')
  const gas = screen.getByLabelText<HTMLSelectElement>('Gas')
  act(() => void fireEvent.change(gas, { target: { value: card.ratings[1]!.gas } }))
  expect(screen.queryByRole('button', { name: 'Remove last entry' })).toBeNull()
  act(() => void fireEvent.click(screen.getByLabelText('This is a change of gas')))
  expect(screen.getByText('Change of gas: what to do')).toBeTruthy()
})

test('another rate is looked at by a tap, until the next thing is done', () => {
  open()
  const rates = screen.getAllByRole('radio')
  const first = rate()
  fireEvent.click(rates.at(-1)!)
  expect(rate()).not.toBe(first)
  expect(rates.at(-1)!.getAttribute('aria-checked')).toBe('true')
})
