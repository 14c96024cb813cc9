/** @jest-environment jsdom */
import '@/test/browserParts'
import { DEMO_CARDS } from '@lucerna/sim/cards'
import { renderHook } from '@testing-library/react'
import { deskOf, visitOf } from '@/test/desk'
import { DeskProvider } from '../parts/context'
import { useSetUpHere } from './useSetUpHere'

const furnace = visitOf(
  DEMO_CARDS.find((c) => c.id === 'brightholm-drift-60-m')!,
  'annual-service',
)!
const stepAt = (kind: 'manifold' | 'flue', rateId: string) => furnace.steps.find((s) => s.kind === kind && s.firingStateId === rateId)!
const FIGURES = ['pressure.manifold', 'o2.flue', 'co.flue'] as const

/** Where the desk leads from a step to what it wants to read; null where that is read here. `turnedAt` is the place of the last move in the log. */
function ledTo(from: ReturnType<typeof stepAt>, rateId: string, turnedAt = 1e6, until = furnace.events.length) {
  const desk = deskOf(furnace, furnace.events.slice(0, until))
  const went: string[] = []
  const turned = {
    adjusterId: 'max-clicks',
    direction: 'clockwise',
    amount: 1,
    unit: 'click',
    firingStateId: 'max',
    by: 'A',
    eventId: 'e1',
  }
  const adjustments = [{ ...turned, at: furnace.events.at(-1)!.at, index: turnedAt }]
  const { result } = renderHook(() => useSetUpHere(from), {
    wrapper: ({ children }) => (
      <DeskProvider
        value={{
          ...desk,
          visit: { ...desk.visit, status: 'open' },
          state: { ...desk.state, adjustments } as typeof desk.state,
          goTo: (id) => void went.push(id),
        }}
      >
        {children}
      </DeskProvider>
    ),
  })
  result.current?.toRate(rateId, FIGURES)?.()
  return went[0] ?? null
}

test('to another rate: first where its pressure is read, then where its mixture is', () => {
  const [high, low] = [stepAt('manifold', 'max'), stepAt('manifold', 'min')]
  expect(ledTo(high, 'min')).toBe(low.id)
  const lowRead = furnace.events.findIndex(
    (e) => e.type === 'reading.taken' && e.data.readings.some((r) => r.measurandId === 'pressure.manifold' && r.firingStateId === 'min'),
  )
  // Its pressure was read since the last move, its flue gas was not.
  expect(ledTo(low, 'min', lowRead - 1, lowRead + 1)).toBe(stepAt('flue', 'min').id)
})

test('what is read at this very step needs no way', () => {
  expect(ledTo(stepAt('manifold', 'max'), 'max')).toBeNull()
})

test('with all of it read since the last move, any step of that rate will do', () => {
  expect(ledTo(stepAt('flue', 'min'), 'min', -1)).toBeNull()
  expect([stepAt('flue', 'max').id, stepAt('manifold', 'max').id]).toContain(ledTo(stepAt('flue', 'min'), 'max', -1))
})
