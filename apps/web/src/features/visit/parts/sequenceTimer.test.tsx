/** @jest-environment jsdom */
import '@/test/browserParts'
import { DEMO_CARDS } from '@lucerna/sim/cards'
import { pressedThrough, sequenceOf } from '@lucerna/core/sequence'
import type { StoredEvent } from '@lucerna/core/visit'
import { act, cleanup, fireEvent, render, screen } from '@testing-library/react'
import { visitOf } from '@/test/desk'
import { LivingDesk } from '@/test/livingDesk'
import { SequenceTimer } from './SequenceTimer'

beforeEach(() => jest.useFakeTimers({ now: Date.parse('2026-06-01T10:00:00.000Z') }))
afterEach(() => {
  cleanup()
  jest.useRealTimers()
})

const card = DEMO_CARDS.find((c) => c.id === 'tarnwick-larch-28-c')!
const visit = visitOf(card, 'annual-service')!
const step = visit.steps.find((s) => s.kind === 'sequence')!
const pressed = pressedThrough(sequenceOf(card))

const open = () => {
  const log: StoredEvent[] = []
  render(
    <LivingDesk visit={visit} log={log}>
      {() => <SequenceTimer step={step} />}
    </LivingDesk>,
  )
  return { log }
}
const big = () => screen.getAllByRole('button')[0]!
const pass = (seconds: number) => act(() => void jest.advanceTimersByTime(seconds * 1000))

test('pressed through as it happens: the times come out, and every point is recorded as seen', () => {
  const { log } = open()
  expect(big().textContent).toContain('Call for heat now')
  for (const [i] of pressed.entries()) {
    pass(i + 1)
    fireEvent.click(big())
  }
  const nth = (id: string) => pressed.findIndex((e) => e.id === id) + 1
  const times = log.flatMap((e) => (e.type === 'reading.taken' ? e.data.readings.map((r) => [r.measurandId, r.valueSi]) : []))
  expect(Object.fromEntries(times)).toEqual({
    'time.prePurge': nth('pre-purge'),
    'time.ignition': nth('flame-proved'),
    'time.postPurge': nth('post-purge'),
  })
  const asked = step.asks.filter((a) => a.id.startsWith('sequence.')).map((a) => a.id)
  expect(log.flatMap((e) => (e.type === 'observation.made' ? [e.data.observationId] : []))).toEqual(asked)
  // The start is kept on its time line, as far as thumbs saw it.
  expect(log.at(-1)).toMatchObject({ type: 'start.recorded', data: { outcome: 'lit', diedAt: null, lanes: [] } })
  // All is answered: there is nothing to time any more.
  expect(screen.queryAllByRole('button')).toHaveLength(0)
})

test('a slip is taken back, by the button or by a swipe, and nothing was recorded', () => {
  const { log } = open()
  fireEvent.click(big())
  fireEvent.click(big())
  expect(big().textContent).toContain(`3 of ${pressed.length}`)
  fireEvent.click(screen.getByRole('button', { name: 'Undo the last press' }))
  expect(big().textContent).toContain(`2 of ${pressed.length}`)
  fireEvent(big(), new MouseEvent('pointerdown', { bubbles: true, clientX: 300 }))
  fireEvent(big(), new MouseEvent('pointerup', { bubbles: true, clientX: 120 }))
  fireEvent.click(big())
  expect(big().textContent).toContain(`1 of ${pressed.length}`)
  expect(log).toEqual([])
})

test('a start that stops is kept with the step that did not come, and counts as failed', () => {
  const { log } = open()
  for (const at of ['call', 'fan', 'air-proved', 'pre-purge']) {
    expect(big().textContent).not.toBe(at)
    pass(2)
    fireEvent.click(big())
  }
  fireEvent.click(screen.getByRole('button', { name: 'It stops here' }))
  expect(log).toMatchObject([
    {
      type: 'start.recorded',
      data: { outcome: 'died', diedAt: pressed[4]!.id, events: [{ id: 'call', s: 0 }, { s: 2 }, { s: 4 }, { s: 6 }] },
    },
    { type: 'start.tried', data: { gas: 'on', lit: false } },
  ])
  expect(big().textContent).toContain('Call for heat now')
})
