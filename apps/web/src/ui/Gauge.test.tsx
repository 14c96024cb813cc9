import type { Verdict } from '@lucerna/core/visit'
import { renderToStaticMarkup } from 'react-dom/server'
import { BeadSign, Gauge } from './Gauge'

const band = { min: 0.087, nominal: 0.09, max: 0.092, hard: false, source: { kind: 'card' as const, text: 'T' } }
const verdict = (status: Verdict['status'], valueSi: number, side?: 'below' | 'above'): Verdict => ({
  status,
  valueSi,
  expandedUncertainty: 0.001,
  because: 'inside',
  band,
  ...(side && { side }),
})
const draw = (v: Verdict | undefined, more: Partial<Parameters<typeof Gauge>[0]> = {}) =>
  renderToStaticMarkup(<Gauge orientation="horizontal" length={200} verdict={v} label="CO₂: inside" {...more} />)
/** Where the bead sits along the rail. */
const beadAt = (markup: string) => Number(/class="bead" transform="translate\(([\d.]+) /.exec(markup)?.[1])

test('it says in words what it shows', () => expect(draw(verdict('inside', 0.09))).toContain('aria-label="CO₂: inside"'))

test('verdicts differ by shape, not by colour alone', () => {
  const shapes = (['inside', 'edge', 'outside', 'none'] as const).map((status) => renderToStaticMarkup(<BeadSign status={status} />))
  const withoutColour = shapes.map((s) => s.replace(/var\(--[a-z-0-9]+\)/g, ''))
  expect(new Set(withoutColour).size).toBe(4)
  expect(shapes[3]).toContain('stroke-dasharray')
})

test('the triangle points the way the reading is off', () => {
  const up = renderToStaticMarkup(<BeadSign status="outside" side="above" />)
  const down = renderToStaticMarkup(<BeadSign status="outside" side="below" />)
  expect(up).not.toBe(down)
})

test('a larger reading stands further along, or higher up', () => {
  expect(beadAt(draw(verdict('inside', 0.0915)))).toBeGreaterThan(beadAt(draw(verdict('inside', 0.088))))
  const height = (v: number) =>
    Number(/class="bead" transform="translate\(12 ([\d.]+)\)/.exec(draw(verdict('inside', v), { orientation: 'vertical' }))?.[1])
  expect(height(0.0915)).toBeLessThan(height(0.088))
})

test('as found is a diamond, the last visit a ring, the doubt a halo; none of them without a value', () => {
  const full = draw(verdict('inside', 0.09), { asFound: 0.096, lastVisit: 0.0885 })
  expect(full).toContain('M0-6L6 0L0 6L-6 0Z')
  expect(full).toContain('r="4.500"')
  expect(full).toContain('opacity="0.55"')
  const empty = draw(undefined, { band })
  expect(empty).not.toContain('class="bead"')
  expect(empty).not.toContain('opacity="0.55"')
  expect(empty).toContain('var(--color-primary)')
})

test('without a band there is no bracket; a notch only where there is a nominal', () => {
  const { band: _none, ...bare } = verdict('none', 0.09)
  expect(draw(bare)).not.toContain('var(--color-primary)')
  const notch = /M[\d.]+ 33v4/
  expect(draw(verdict('inside', 0.09))).toMatch(notch)
  expect(draw(verdict('inside', 0.09), { band: { min: 0.087, max: 0.092 } })).not.toMatch(notch)
})

test('whatever is shown stays on the rail', () => {
  for (const value of [-5, 0, 0.05, 0.2, 40]) {
    const at = beadAt(draw(verdict('outside', value, 'above')))
    expect(at).toBeGreaterThanOrEqual(0)
    expect(at).toBeLessThanOrEqual(200)
  }
})
