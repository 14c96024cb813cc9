import { driftOf, type DriftPoint } from './drift'

const YEAR = 365.25 * 86_400_000
const at = (years: number): string => new Date(Date.parse('2018-01-01T00:00:00Z') + years * YEAR).toISOString()
/** Yearly values as found, one or the other left otherwise. */
const yearly = (found: readonly number[], left: Readonly<Record<number, number>> = {}): DriftPoint[] =>
  found.map((asFound, i) => ({ at: at(i), asFound, asLeft: left[i] ?? null }))
const DP = 'pressure.chamberDifferential'
const BAND = { min: null, max: 220 }

describe('how a figure drifts', () => {
  test('a straight way up: the rate, the day, and an interval around both', () => {
    const drift = driftOf(DP, yearly([160, 166, 171, 178, 183, 190]), BAND)!
    expect(drift.yearly.middle).toBeLessThan(7.5)
    expect(drift.yearly.middle).toBeGreaterThan(4.5)
    expect(drift.yearly.low).toBeLessThan(drift.yearly.middle)
    expect(drift.yearly.high).toBeGreaterThan(drift.yearly.middle)
    expect(drift.leaves).toMatchObject({ side: 'above' })
    // Thirty pascal more at six a year: five years after the last visit, which was in January 2023.
    expect(drift.leaves!.median! > '2026-06-01' && drift.leaves!.median! < '2029-06-01').toBe(true)
    expect(drift.leaves!.from! < drift.leaves!.median! && drift.leaves!.median! < drift.leaves!.until!).toBe(true)
  })

  test('cleaning is no drift: the way between visits counts, and it starts from what was left', () => {
    const found = [160, 170, 170, 170, 170]
    const cleaned = driftOf(DP, yearly(found, { 1: 160, 2: 160, 3: 160, 4: 160 }), BAND)!
    const never = driftOf(DP, yearly(found), BAND)!
    expect(cleaned.yearly.middle).toBeGreaterThan(5)
    expect(never.yearly.middle).toBeLessThan(4)
    expect(cleaned.last.value).toBe(160)
  })

  test('one wrong reading does not carry it away', () => {
    const well = driftOf(DP, yearly([160, 162, 163, 165, 166, 168]), BAND)!
    const wrong = driftOf(DP, yearly([160, 162, 230, 165, 166, 168]), BAND)!
    expect(Math.abs(well.yearly.middle - wrong.yearly.middle)).toBeLessThan(1.5)
  })

  test('what stays where it is leaves nothing soon; what is outside already has left', () => {
    const steady = driftOf(DP, yearly([160, 160, 159, 160, 161, 160, 160]), BAND)!
    expect(steady.leaves === null || steady.leaves.median === null).toBe(true)
    const out = driftOf(DP, yearly([215, 219, 225, 232]), BAND)!
    expect(out.leaves!.median).toBe(at(3).slice(0, 10))
  })

  test('CO grows by a share of itself', () => {
    const drift = driftOf('co.flue', yearly([40e-6, 55e-6, 75e-6, 100e-6, 130e-6]), { min: null, max: 400e-6 })!
    expect(drift.yearly.middle).toBeGreaterThan(20e-6)
    expect(drift.leaves).toMatchObject({ side: 'above' })
  })

  test('more visits make it narrower', () => {
    const width = (n: number) => {
      const { yearly: y } = driftOf(DP, yearly(Array.from({ length: n }, (_, i) => 160 + 3 * i)), BAND)!
      return y.high - y.low
    }
    expect(width(9)).toBeLessThan(width(3))
  })
})

describe('readings unlike before', () => {
  test('are told with what was expected, from the fourth visit on', () => {
    expect(driftOf(DP, yearly([160, 162, 200]), BAND)!.unlike).toBeNull()
    const strange = driftOf(DP, yearly([160, 162, 164, 166, 168, 220]), BAND)!.unlike!
    expect(strange.deviations).toBeGreaterThan(4)
    expect(strange.expected).toBeLessThan(175)
    expect(Math.abs(driftOf(DP, yearly([160, 162, 164, 166, 168, 170]), BAND)!.unlike!.deviations)).toBeLessThan(1)
  })
})

test('what does not drift by nature, one visit, and two on the same day tell nothing', () => {
  expect(driftOf('co.ambient', yearly([0, 0, 0]), BAND)).toBeNull()
  expect(driftOf(DP, yearly([160]), BAND)).toBeNull()
  expect(
    driftOf(
      DP,
      [
        { at: at(0), asFound: 160, asLeft: null },
        { at: at(0), asFound: 170, asLeft: null },
      ],
      BAND,
    ),
  ).toBeNull()
  expect(driftOf(DP, yearly([160, 170]), { min: null, max: null })!.leaves).toBeNull()
  // The order in which they come does not matter.
  const points = yearly([160, 170, 175])
  expect(driftOf(DP, points.toReversed(), BAND)).toEqual(driftOf(DP, points, BAND))
})
