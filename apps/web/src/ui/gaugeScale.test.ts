import fc from 'fast-check'
import { gaugeScale } from './gaugeScale'

test('the bracket lies in the middle and the ends are kept free', () => {
  const scale = gaugeScale({ min: 0.087, max: 0.092, value: 0.09 })
  expect(scale(0.0895)).toBeCloseTo(0.5, 2)
  expect(scale(0.087)).toBeGreaterThan(0.2)
  expect(scale(0.092)).toBeLessThan(0.8)
})

test('a one-sided limit starts at the rail’s end', () => {
  const scale = gaugeScale({ max: 350e-6, value: 60e-6 })
  expect(scale(0)).toBeLessThan(0.1)
  expect(scale(350e-6)).toBeGreaterThan(0.4)
})

test('never off the rail, and always in order', () => {
  const n = fc.double({ min: -1e4, max: 1e4, noNaN: true })
  fc.assert(
    fc.property(n, n, n, n, (a, b, value, other) => {
      const scale = gaugeScale({ min: Math.min(a, b), max: Math.max(a, b), value, others: [other, undefined] })
      const [x, y] = [scale(Math.min(value, other)), scale(Math.max(value, other))]
      return x >= 0 && y <= 1 && x <= y
    }),
  )
})

test('nothing known is still a scale', () => expect(Number.isFinite(gaugeScale({})(3))).toBe(true))
