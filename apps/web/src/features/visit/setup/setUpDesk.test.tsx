/** @jest-environment jsdom */
import '@/test/browserParts'
import { DEMO_CARDS } from '@lucerna/sim/cards'
import { act, cleanup, render, screen } from '@testing-library/react'
import { deskOf, visitOf } from '@/test/desk'
import { SetUpDesk } from './SetUpDesk'
import { ClickMetronome } from '@/features/setup/parts/ClickMetronome'
import { DeskProvider, type VisitDesk } from '../parts/context'

afterEach(cleanup)

const stag = visitOf(
  DEMO_CARDS.find((c) => c.id === 'ossian-stag-95')!,
  'annual-service',
)!
const manifold = stag.steps.find((s) => s.needs.some((n) => n.measurandId === 'pressure.manifold'))!
const reading = stag.events.findIndex(
  (e) => e.type === 'reading.taken' && e.data.readings.some((r) => r.measurandId === 'pressure.manifold'),
)

/** The panel at the burner pressure, with the log up to before or after its reading, by a school. */
function show(
  mode: 'only-outside' | 'centre',
  until = reading + 1,
  offBy = 0,
  more: Partial<Pick<VisitDesk, 'record'>> & { adjustments?: VisitDesk['state']['adjustments'] } = {},
) {
  const desk = deskOf(stag, stag.events.slice(0, until))
  const off = <R extends { measurandId: string; valueSi: number }>(r: R): R =>
    r.measurandId === 'pressure.manifold' ? { ...r, valueSi: r.valueSi + offBy } : r
  const latest = new Map([...desk.state.latest].map(([k, r]) => [k, off(r)]))
  const readings = desk.state.readings.map(off)
  render(
    <DeskProvider
      value={{
        ...desk,
        ...(more.record && { record: more.record }),
        state: {
          ...desk.state,
          latest,
          readings,
          adjustments: more.adjustments ?? desk.state.adjustments,
          netTurns: more.adjustments ? { governor: -0.5 } : {},
        },
        context: { ...desk.context, practice: { ...desk.context.practice, adjustInside: { mode, source: 'The rule' } } },
      }}
    >
      <SetUpDesk step={manifold} />
    </DeskProvider>,
  )
}

test('all within limits: the practice that adjusts only outside them says to leave it, with its rule', () => {
  show('only-outside')
  expect(screen.getByText(/^Leave|Leave the setting/).textContent).toContain('Practice profile: The rule.')
})

test('while something has to come before the step no screw is offered', () => {
  show('centre', 1, 60)
  expect(manifold.after.length).toBeGreaterThan(0)
  expect(document.querySelector('[data-proposal]')).toBeNull()
  expect(screen.queryByRole('heading')).toBeNull()
})

test('the other school proposes the move to the middle, with what it will do', () => {
  show('centre', reading + 1, 60)
  const proposal = document.querySelector('[data-proposal=governor]')!
  expect(proposal.textContent).toMatch(/^.* turn anticlockwise/)
  expect(proposal.textContent).toMatch(/burner at full: 12\.8.mbar, then about/)
  expect(screen.getByRole('button', { name: 'Move made: record it' })).toBeTruthy()
})

test('a move that was made is listed with what was foretold, and the way back is one tap', () => {
  const recorded: unknown[] = []
  const move = { adjusterId: 'governor', direction: 'anticlockwise', amount: 0.5, unit: 'turn', firingStateId: 'full' }
  show('only-outside', reading + 1, 90, {
    record: (events) => Promise.resolve(void recorded.push(...events)),
    adjustments: [{ ...move, at: stag.events[reading]!.at, by: 'A', eventId: 'e1', index: 1e6 }],
  })
  expect(screen.getByText('1 move made')).toBeTruthy()
  expect(screen.getByText(/burner was expected between/)).toBeTruthy()
  screen.getByRole('button', { name: /: ½ turn clockwise$/ }).click()
  expect(recorded).toContainEqual(expect.objectContaining({ type: 'adjustment.made', data: { ...move, direction: 'clockwise' } }))
})

test('before anything was read there is no advice, only the rule', () => {
  show(
    'centre',
    stag.events.findIndex((e) => e.type === 'reading.taken'),
  )
  expect(screen.queryByText(/Practice profile/)).toBeNull()
})

test('the clicks of a move are counted one a second, and can be stopped', () => {
  jest.useFakeTimers()
  render(<ClickMetronome clicks={2} />)
  const button = screen.getByRole('button', { name: 'Count the clicks aloud' })
  act(() => button.click())
  expect(button.textContent).toBe('Click 1 of 2')
  act(() => jest.advanceTimersByTime(1000))
  expect(button.textContent).toBe('Click 2 of 2')
  act(() => jest.advanceTimersByTime(1500))
  expect(button.textContent).toBe('All 2 clicks counted')
  jest.useRealTimers()
})
