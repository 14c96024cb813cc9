import fc from 'fast-check'
import { unwrap } from '../result'
import { type Normal, normalOf } from './normal'
import { medianOf, trend } from './robust'

const YEAR = 31_557_600
const yearly = (values: readonly number[]) => values.map((value, i) => ({ s: i * YEAR, value }))
const of = (values: readonly number[], floor = 0.5): Normal => unwrap(normalOf(yearly(values), floor))

test('a figure that stays is as usual while it stays', () => {
  expect(of([90, 90.2, 89.9, 90.1, 90.3])).toMatchObject({ verdict: 'as-usual', median: 90.1, slopePerS: null, count: 5, latest: 90.3 })
  expect(of([90, 90.2, 89.9, 90.1, 93])).toMatchObject({ verdict: 'higher' })
  expect(of([90, 90.2, 89.9, 90.1, 87])).toMatchObject({ verdict: 'lower' })
})

test('a slow creep is said as a slope, and going on with it is no surprise', () => {
  const creep = of([160, 162, 164, 166.1, 168, 170])
  expect(creep.verdict).toBe('as-usual')
  expect(creep.slopePerS! * YEAR).toBeCloseTo(2, 1)
  // The same last value without the creep before it would stand out.
  expect(of([160, 160.1, 159.9, 160, 160.1, 170]).verdict).toBe('higher')
  // A creep that suddenly stops is unusual too.
  expect(of([160, 164, 168, 172, 176, 160]).verdict).toBe('lower')
})

test('one odd year among the earlier ones changes nothing', () => {
  expect(of([90, 90.2, 140, 90.1, 89.9, 90]).verdict).toBe('as-usual')
  expect(of([90, 90.2, 140, 90.1, 89.9, 95]).verdict).toBe('higher')
})

test('below three earlier values it does not say', () => {
  for (const values of [[1], [1, 2], [1, 2, 3]]) expect(of(values).verdict).toBe('too-few')
  expect(of([1, 1, 1, 1]).verdict).toBe('as-usual')
})

test('a difference that no instrument could tell is none', () => {
  expect(of([90, 90, 90, 90, 90.4]).verdict).toBe('as-usual')
  expect(of([90, 90, 90, 90, 90.6]).verdict).toBe('higher')
})

test.each([
  [[], 'empty'],
  [
    [
      { s: 0, value: 1 },
      { s: 1, value: Number.NaN },
    ],
    'not-finite',
  ],
  [
    [
      { s: 2, value: 1 },
      { s: 1, value: 1 },
    ],
    'samples-out-of-order',
  ],
])('%j: %s', (history, code) => expect(normalOf(history, 1)).toMatchObject({ ok: false, error: { code } }))

test('whatever the history: the band holds what is as usual, and moving all of it moves the band', () => {
  const values = fc.array(fc.double({ min: -1e3, max: 1e3, noNaN: true }), { minLength: 4, maxLength: 30 })
  fc.assert(
    fc.property(values, fc.double({ min: -1e3, max: 1e3, noNaN: true }), (list, shift) => {
      const n = of(list)
      expect(n.latest >= n.low - 1e-9 && n.latest <= n.high + 1e-9).toBe(n.verdict === 'as-usual')
      expect(n.high - n.low).toBeGreaterThanOrEqual(1 - 1e-9)
      const moved = of(list.map((v) => v + shift))
      expect(moved.low).toBeCloseTo(n.low + shift, 6)
    }),
  )
})

test('robust middle and slope', () => {
  expect(medianOf([3, 1, 2])).toBe(2)
  expect(medianOf([4, 1, 2, 3])).toBe(2.5)
  expect(trend([0, 1, 2, 3, 4].map((s) => ({ s, value: 5 + 2 * s + (s === 2 ? 100 : 0) })))).toMatchObject({ slope: 2 })
})
