/** @jest-environment jsdom */
import '@/test/browserParts'
import { DEMO_CARDS } from '@lucerna/sim/cards'
import { cleanup, render, screen } from '@testing-library/react'
import { deskOf, visitOf } from '@/test/desk'
import { AdjustPanel } from './AdjustPanel'
import { DeskProvider } from './context'

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
function show(mode: 'only-outside' | 'centre', until = reading + 1, offBy = 0) {
  const desk = deskOf(stag, stag.events.slice(0, until))
  const latest = new Map([...desk.state.latest].map(([k, r]) => [k, { ...r, valueSi: r.valueSi + offBy }]))
  render(
    <DeskProvider
      value={{
        ...desk,
        state: { ...desk.state, latest },
        context: { ...desk.context, practice: { ...desk.context.practice, adjustInside: { mode, source: 'The rule' } } },
      }}
    >
      <AdjustPanel step={manifold} />
    </DeskProvider>,
  )
}

test('all within limits: the practice that adjusts only outside them says to leave it, with its rule', () => {
  show('only-outside')
  expect(screen.getByText(/^Leave|Leave the setting/).textContent).toContain('Practice profile: The rule.')
})

test('the other school names the pressure to set', () => {
  show('centre', reading + 1, 60)
  expect(screen.getByText(/^Burner pressure is .* Set it to/)).toBeTruthy()
})

test('before anything was read there is no advice, only the rule', () => {
  show(
    'centre',
    stag.events.findIndex((e) => e.type === 'reading.taken'),
  )
  expect(screen.queryByText(/Practice profile/)).toBeNull()
})
