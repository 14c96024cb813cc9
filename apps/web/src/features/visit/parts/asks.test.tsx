/** @jest-environment jsdom */
import '@/test/browserParts'
import { DEMO_CARDS } from '@lucerna/sim/cards'
import { act, cleanup, fireEvent, render, screen, within } from '@testing-library/react'
import { onlyByItself } from '@lucerna/core/procedure'
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
  fireEvent.click(within(screen.getAllByRole('group')[0]!).getByRole('button', { name: 'Other…' }))
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

describe('answered together', () => {
  afterEach(() => jest.useRealTimers())
  const hold = (ms: number) => {
    const button = screen.getByRole('button', { name: /as listed: press and hold$/ })
    fireEvent.pointerDown(button, { button: 0 })
    act(() => void jest.advanceTimersByTime(ms))
    fireEvent.pointerUp(button)
    fireEvent.click(button)
  }
  const asked = stag.steps.find((s) => s.id === 'make-safe')!.asks

  test('held to the end, every look that may be is answered as listed; what decides life is not', () => {
    jest.useFakeTimers()
    const written = show('make-safe')
    hold(300)
    expect(written).toEqual([])
    expect(screen.getByText('Hold until it is filled.')).toBeTruthy()
    hold(800)
    const ids = written.map((e) => (e.data as { observationId: string }).observationId)
    expect(ids).toEqual(asked.map((a) => a.id).filter((id) => !onlyByItself(id)))
    expect(ids).not.toContain('smell-of-gas')
    for (const e of written) expect(e.data).toMatchObject({ together: true })
  })

  test('what is different is answered on its row first, and left out of the hold', () => {
    jest.useFakeTimers()
    const written = show('make-safe', { ventilation: 'not-clear' })
    hold(800)
    expect(written.map((e) => (e.data as { observationId: string }).observationId)).not.toContain('ventilation')
    const row = within(screen.getByRole('group', { name: 'Flue route and terminal' }))
    fireEvent.click(row.getByRole('button', { name: 'Not sound' }))
    expect(written.at(-1)?.data).toEqual({ observationId: 'flue-terminal', answer: 'not-sound' })
  })

  test('by key it is held too; a press without hand or key is taken at its word', () => {
    jest.useFakeTimers()
    const written = show('make-safe')
    const button = screen.getByRole('button', { name: /press and hold$/ })
    fireEvent.keyDown(button, { key: 'Enter' })
    act(() => void jest.advanceTimersByTime(300))
    fireEvent.keyUp(button, { key: 'Enter' })
    expect(written).toEqual([])
    fireEvent.keyDown(button, { key: ' ' })
    act(() => void jest.advanceTimersByTime(800))
    fireEvent.keyUp(button, { key: ' ' })
    const once = written.length
    expect(once).toBeGreaterThan(2)
    fireEvent.click(button)
    expect(written).toHaveLength(2 * once)
  })

  test('more than one other answer stands behind the row', () => {
    const written = show('strip')
    const row = screen.getAllByRole('group')[0]!
    fireEvent.click(within(row).getByRole('button', { name: 'Other…' }))
    fireEvent.click(within(screen.getAllByRole('group')[0]!).getByRole('button', { name: 'Cleaned' }))
    expect(written[0]?.data).toMatchObject({ answer: 'cleaned' })
    expect(written[0]?.data).not.toHaveProperty('together')
  })
})
