/** @jest-environment jsdom */
import '@/test/browserParts'
import { faultMapOf } from '@lucerna/core/faults'
import type { StoredEvent } from '@lucerna/core/visit'
import { DEMO_CARDS } from '@lucerna/sim/cards'
import { act, cleanup, fireEvent, render, screen, within } from '@testing-library/react'
import { visitOf } from '@/test/desk'
import { LivingDesk } from '@/test/livingDesk'
import { DeskProvider, type VisitDesk } from '../parts/context'
import { VisitFaults } from './VisitFaults'

jest.mock('../client/queue', () => ({
  ...jest.requireActual<object>('../client/queue'),
  // The device that LivingDesk writes on.
  thisDevice: () => Promise.resolve('00000000-0000-7000-8000-000000000003'),
}))
jest.mock('next/navigation', () => ({ useRouter: () => ({ refresh: () => undefined, push: () => undefined }) }))
afterEach(cleanup)

const card = DEMO_CARDS.find((c) => c.id === 'tarnwick-larch-28-c')!
const map = faultMapOf(card.burnerKind)
const visit = visitOf(card, 'breakdown')!

const OTHER = '00000000-0000-7000-8000-00000000abcd'
/** Writes down what another part of the visit does. */
let began: (event: object) => Promise<void>

function show(more: Partial<VisitDesk> = {}) {
  const log: StoredEvent[] = []
  render(
    <LivingDesk visit={visit} log={log}>
      {(desk) => {
        began = (event) => desk.record([event as never])
        return (
          <DeskProvider value={{ ...desk, ...more }}>
            <VisitFaults stepId="complaint" />
          </DeskProvider>
        )
      }}
    </LivingDesk>,
  )
  return log
}
const press = (name: string | RegExp) => act(async () => void fireEvent.click(screen.getByRole('button', { name })))
const asked = () => document.querySelector('[data-check]')?.getAttribute('data-check') ?? null
const answer = (result: string) => act(async () => void fireEvent.click(document.querySelector(`[data-result="${result}"]`)!))
const typesOf = (log: readonly StoredEvent[]) => log.map((e) => e.type)

test('every check is written down; a try counts as a start; what is removed stays in the log', async () => {
  const log = show()
  await press('Tries, but does not light')
  expect(typesOf(log).at(-1)).toBe('fault.described')
  expect(asked()).toBe('start')
  await answer('no-spark')
  expect(typesOf(log).slice(-2)).toEqual(['check.made', 'start.tried'])
  expect(log.at(-1)!.data).toMatchObject({ gas: 'on', lit: false })
  expect(screen.getByText(/^Failed starts: 1 of/)).toBeTruthy()
  await press('Remove this result')
  expect(typesOf(log).at(-1)).toBe('check.withdrawn')
  expect(within(screen.getByRole('region', { name: 'What was found' })).queryByText(/No spark/)).toBeNull()
})

test('what somebody else finds is told, and does not change the check under the finger', async () => {
  const log = show()
  await press('Tries, but does not light')
  await answer('no-gas')
  const mine = asked()!
  const { faultId } = log.findLast((e) => e.type === 'check.made')!.data as { faultId: string }
  const theirs = (checkId: string, result: string) =>
    act(async () => void began({ type: 'check.made', deviceId: OTHER, authorName: 'Jonas Brandt', data: { faultId, checkId, result } }))
  await theirs('coil-ohms', 'high')
  expect(asked()).toBe(mine)
  const told = screen.getByText(/^Jonas Brandt has just recorded “Valve coil, resistance”: High or open\.$/)
  expect(told.parentElement!.textContent).toContain('stays until you answer it')
  // In the record and in the odds it counts already.
  expect(within(screen.getByRole('region', { name: 'What was found' })).getByText('Valve coil, resistance')).toBeTruthy()
  await press('Continue with this result')
  expect(screen.queryByText(/Jonas Brandt has just/)).toBeNull()
  // The very check that is asked here: said so; an answer counts as made again.
  const next = asked()!
  expect(next).not.toBeNull()
  const { results } = map.checks.find((c) => c.id === next)!
  await theirs(next, results[0]!.id)
  expect(asked()).toBe(next)
  expect(screen.getByText(/That is the check on this screen/)).toBeTruthy()
  await answer(results[0]!.id)
  expect(screen.queryByText(/Jonas Brandt has just/)).toBeNull()
  expect(log.filter((e) => e.type === 'check.made' && (e.data as { checkId: string }).checkId === next)).toHaveLength(2)
})

test('a live test is begun first, is a loose end, and ends with its result', async () => {
  const log = show()
  await press('Tries, but does not light')
  const found: Record<string, string> = { start: 'no-gas', 'inlet-dip': 'none', 'gas-on': 'on', 'inlet-pressure': 'inside' }
  for (let n = 0; n < 12 && map.checks.find((c) => c.id === asked())?.access !== 'live'; n++) {
    const check = map.checks.find((c) => c.id === asked())!
    await answer(found[check.id] ?? check.results[0]!.id)
  }
  const results = () => [...document.querySelectorAll<HTMLButtonElement>('[data-result]')]
  expect(results().every((b) => b.disabled)).toBe(true)
  // One that was begun elsewhere is ended first, and by itself.
  await act(async () => void began({ type: 'live-test.allowed', data: { looseEndId: OTHER, test: 'Volts at the board' } }))
  expect(screen.queryByRole('button', { name: 'Begin this live test' })).toBeNull()
  await press('Probes off: end that test')
  expect(log.at(-1)).toMatchObject({ type: 'loose-end.closed', data: { looseEndId: OTHER } })
  await press('Begin this live test')
  expect(results().some((b) => b.disabled)).toBe(false)
  await answer(results()[0]!.dataset.result!)
  expect(typesOf(log)).toEqual(expect.arrayContaining(['live-test.allowed', 'loose-end.closed']))
})

test('what comes and goes: each time is noted, and from two on it says what to provoke and what to bring', async () => {
  const log = show()
  await press('Lights, then drops out')
  await act(async () => void fireEvent.click(screen.getByLabelText('Comes and goes')))
  for (const time of ['06:10', '06:40', '07:05']) {
    act(() => void fireEvent.change(screen.getByLabelText('Time of day'), { target: { value: time } }))
    act(() => void fireEvent.change(screen.getByLabelText('Firing rate'), { target: { value: 'low' } }))
    await press('Add this time')
  }
  expect(typesOf(log).filter((type) => type === 'occurrence.noted')).toHaveLength(3)
  const when = within(screen.getByRole('region', { name: 'When it happens' }))
  expect(when.getByText('it runs at low rate')).toBeTruthy()
  expect(when.getByText('between 6:00 and 8:00')).toBeTruthy()
  expect(when.getByText('To bring')).toBeTruthy()
})

test('found and put right: settled, and said; an apprentice is shown no live test', async () => {
  const log = show()
  await press('Tries, but does not light')
  const found: Record<string, string> = { start: 'no-gas', 'inlet-dip': 'none', 'coil-ohms': 'high', 'coil-volts': 'right' }
  for (let n = 0; n < 25 && asked(); n++) {
    if (screen.queryByRole('button', { name: 'Begin this live test' })) await press('Begin this live test')
    await answer(found[asked()!] ?? map.checks.find((c) => c.id === asked())!.results[0]!.id)
  }
  await press(/^Part fitted: /)
  await press('Repaired and proved')
  expect(log.at(-1)).toMatchObject({ type: 'fault.settled', data: { causeIds: ['coil'], proved: true } })
  expect(screen.getByText(/^Tries, but does not light: Valve coil/)).toBeTruthy()
  cleanup()
  show({ role: 'apprentice' })
  await press('Tries, but does not light')
  for (let n = 0; n < 25 && asked(); n++) {
    expect(map.checks.find((c) => c.id === asked())!.access).not.toBe('live')
    await answer(map.checks.find((c) => c.id === asked())!.results[0]!.id)
  }
})
