/** @jest-environment jsdom */
import '@/test/browserParts'
import { DEMO_CARDS } from '@lucerna/sim/cards'
import { cleanup, fireEvent, render, screen, within } from '@testing-library/react'
import { deskOf, visitOf } from '@/test/desk'
import type { NewEvent } from '../client/writeDown'
import { Asks } from './Asks'
import { DeskProvider } from './context'

afterEach(cleanup)

const stag = visitOf(
  DEMO_CARDS.find((c) => c.id.startsWith('ossian-stag-95'))!,
  'annual-service',
)!
const show = (stepId: string, given: Record<string, string> = {}, status: 'open' | 'closed' = 'open') => {
  const written: NewEvent[] = []
  const desk = deskOf(
    stag,
    stag.events.filter((e) => e.type === 'visit.started'),
  )
  const observations = Object.fromEntries(Object.entries(given).map(([id, answer]) => [id, { ...stag.events[0]!, answer }]))
  render(
    <DeskProvider
      value={
        {
          ...desk,
          visit: { ...desk.visit, status },
          state: { ...desk.state, observations },
          record: (events: NewEvent[]) => Promise.resolve(void written.push(...events)),
        } as never
      }
    >
      <Asks step={stag.steps.find((s) => s.id === stepId)!} />
    </DeskProvider>,
  )
  return written
}
const first = stag.steps.find((s) => s.id === 'safeties')!.asks[0]!

test('a safety device is operated, failed, bridged, removed or never fitted; one tap records it', () => {
  const written = show('safeties')
  const row = within(screen.getAllByRole('group')[0]!)
  expect(row.getAllByRole('button').map((b) => b.textContent)).toEqual(['Operated', 'Failed', 'Bridged', 'Removed', 'Never fitted'])
  fireEvent.click(row.getByText('Never fitted'))
  expect(written).toMatchObject([
    { type: 'observation.made', stepId: 'safeties', data: { observationId: first.id, answer: 'never-fitted' } },
  ])
})

test('what a finding asks for stands under the answer, and only there', () => {
  show('safeties', { [first.id]: 'never-fitted' })
  expect(screen.getAllByText(/^Tell the customer/)).toHaveLength(1)
  cleanup()
  show('safeties', { [first.id]: 'removed' })
  expect(screen.queryByText(/^Tell the customer/)).toBeNull()
  expect(screen.getByRole('button', { name: '▲ Removed' }).getAttribute('aria-pressed')).toBe('true')
  cleanup()
  show('water', { 'relief-valve': 'weeps' })
  expect(screen.getByText(/^Check the expansion vessel first/)).toBeTruthy()
})

test('a closed visit shows its answers and takes none', () => {
  const written = show('safeties', { [first.id]: 'acted' }, 'closed')
  for (const button of screen.getAllByRole('button')) expect(button.hasAttribute('disabled')).toBe(true)
  fireEvent.click(screen.getAllByRole('button')[1]!)
  expect(written).toEqual([])
})
