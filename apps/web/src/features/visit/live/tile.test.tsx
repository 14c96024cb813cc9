/** @jest-environment jsdom */
import '@/test/browserParts'
import type { Need } from '@lucerna/core/procedure'
import { cleanup, render } from '@testing-library/react'
import type { LiveNeed } from './figures'
import { LiveTile, standingText } from './LiveTile'

afterEach(cleanup)

const need = (measurandId: Need['measurandId']): Need => ({ measurandId, stationId: 'flue', firingStateId: 'high', optional: false })
const samples = [0, 30, 60, 89, 90].map((s) => ({ s, value: 0.05 + s / 10_000 }))
const live = (standing: Partial<LiveNeed['standing']>, more: Partial<LiveNeed> = {}): LiveNeed =>
  ({
    standing: { state: 'settled', slopePerS: 0, ageS: 1, filled: 1, status: null, climbing: false, ...standing },
    channel: { trace: { samples, heardS: 90 } },
    hint: null,
    ready: false,
    ...more,
  }) as unknown as LiveNeed
const said = (standing: Partial<LiveNeed['standing']>, more: Partial<LiveNeed> = {}, of = need('o2.flue')) =>
  standingText(live(standing, more), of, 'metric')

describe('why a figure is not settled yet', () => {
  test('which way it moves and how fast, in its own unit by the minute', () => {
    expect(said({ state: 'moving', slopePerS: 0.0001 })).toMatch(/0\.6.*%/)
    expect(said({ state: 'moving', slopePerS: 0.0001 })).not.toBe(said({ state: 'moving', slopePerS: -0.0001 }))
    expect(said({ state: 'moving', slopePerS: 2 / 60 }, {}, need('pressure.manifold'))).toMatch(/0\.02\smbar/)
  })
  test('CO that climbs is said before anything else of it', () => {
    expect(said({ climbing: true, state: 'settled' }, {}, need('co.flue'))).toBe(said({ climbing: true, state: 'moving', slopePerS: 1 }))
  })
  test('what something else speaks of comes first of all', () => {
    const hint = said({ climbing: true }, { hint: 'hose-off' as never })
    expect(hint).not.toBe(said({ climbing: true }))
  })
  test('an instrument that is away says for how long; one that says something itself, that', () => {
    expect(said({ state: 'stale', ageS: 12.4 })).toContain('12')
    expect(said({ state: 'status', status: 'water-trap-full' })).toBe('water trap full: empty it')
  })
  test('a meter is clocked, anything else is waited for', () => {
    expect(said({ state: 'waiting' }, {}, need('time.metered'))).not.toBe(said({ state: 'waiting' }))
  })
})

describe('the tile', () => {
  const draw = (l: LiveNeed) => render(<LiveTile live={l} need={need('o2.flue')} units="metric" />).container
  const points = (c: HTMLElement) => c.querySelector('polyline')!.getAttribute('points')!.split(' ')

  test('the last minute and a half, from the left edge to the right', () => {
    const drawn = points(draw(live({})))
    // What is older is not drawn.
    expect(drawn).toHaveLength(samples.length - 1)
    expect(drawn.at(-1)).toMatch(/^112\.0,2\.0$/)
  })
  test('a figure that stands still is a line through the middle, not nothing', () => {
    const flat = samples.map((p) => ({ ...p, value: 0.05 }))
    const drawn = points(draw(live({}, { channel: { trace: { samples: flat, heardS: 90 } } as never })))
    expect(drawn.every((p) => p.endsWith(',13.0'))).toBe(true)
  })
  test('ready, in doubt or waiting: each for the eye and for who reads the page by machine', () => {
    const state = (c: HTMLElement) => c.querySelector('[data-live]')!.getAttribute('data-live')
    expect(state(draw(live({}, { ready: true })))).toBe('ready')
    cleanup()
    const stale = draw(live({ state: 'stale', ageS: 9 }))
    expect(state(stale)).toBe('stale')
    expect(stale.querySelector('.text-warning svg')).not.toBeNull()
    cleanup()
    const waiting = draw(live({ state: 'waiting', filled: 0.4 }))
    expect(waiting.querySelector('progress')!.value).toBeCloseTo(0.4)
  })
  test('a low battery is said beside what is measured', () => {
    expect(draw(live({ status: 'battery-low' }, { ready: true })).textContent).toContain('battery low')
  })
})
