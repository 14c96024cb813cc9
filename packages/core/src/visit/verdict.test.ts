import fc from 'fast-check'
import { type Band, beyondBand, judge } from './verdict'

const band: Band = { min: 0.087, nominal: 0.09, max: 0.092, hard: false, source: { kind: 'card', text: 'T' } }

test.each([
  [0.09, 0.0005, 'inside', 'inside'],
  [0.0918, 0.0005, 'edge', 'near-limit'],
  [0.092, 0.0005, 'edge', 'near-limit'],
  [0.0925, 0.0005, 'outside', 'outside-within-doubt'],
  [0.096, 0.0005, 'outside', 'outside'],
  [0.0871, 0.0001, 'edge', 'near-limit'],
])('%p ± %p is %s (%s)', (value, u, status, because) => {
  expect(judge(value, u, band)).toMatchObject({ status, because })
})

test('a wide doubt takes at most a quarter of the window on each side', () => {
  expect(judge(0.0895, 0.01, band).status).toBe('inside')
  expect(judge(0.0882, 0.01, band).status).toBe('edge')
})

test('one-sided bands, goals, sides', () => {
  const co: Band = { max: 350e-6, goal: 100e-6, hard: true, source: { kind: 'profile', text: 'T' } }
  expect(judge(64e-6, 5e-6, co)).toMatchObject({ status: 'inside', goalMet: true })
  expect(judge(200e-6, 5e-6, co)).toMatchObject({ status: 'inside', goalMet: false, because: 'goal-missed' })
  expect(judge(0, 5e-6, co).status).toBe('inside')
  expect(judge(400e-6, 5e-6, co)).toMatchObject({ status: 'outside', side: 'above' })
  expect(judge(0.08, 0, band)).toMatchObject({ status: 'outside', side: 'below' })
})

test('no verdict: no band, no instrument, a reason given', () => {
  expect(judge(1, 0.1, undefined)).toMatchObject({ status: 'none', because: 'no-band' })
  expect(judge(0.09, null, band)).toMatchObject({ status: 'none', because: 'no-instrument', expandedUncertainty: null })
  expect(judge(0.5, 0.1, band, 'early')).toMatchObject({ status: 'none', because: 'early' })
})

test('outside is outside whatever the doubt; never inside beyond a limit', () => {
  fc.assert(
    fc.property(fc.double({ min: 0, max: 0.2, noNaN: true }), fc.double({ min: 0, max: 0.1, noNaN: true }), (value, u) => {
      const { status } = judge(value, u, band)
      const out = value < 0.087 - 1e-9 || value > 0.092 + 1e-9
      return out ? status === 'outside' : status !== 'outside'
    }),
  )
})

test('how far outside: on either side, and nothing inside', () => {
  expect(beyondBand(judge(0.096, 0.0005, band))).toBeCloseTo(0.004, 12)
  expect(beyondBand(judge(0.08, 0.0005, band))).toBeCloseTo(0.007, 12)
  expect(beyondBand(judge(0.09, 0.0005, band))).toBe(0)
  expect(beyondBand(judge(0.5, 0.0005, undefined))).toBe(0)
})
