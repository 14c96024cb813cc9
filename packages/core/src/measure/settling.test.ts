import fc from 'fast-check'
import { unwrap } from '../result'
import { climbing, type Sample, settling, SETTLING_RULES } from '.'

/** Reproducible noise between −1 and 1. */
function noise(seed: number): () => number {
  let s = seed
  return () => ((s = (s * 1_103_515_245 + 12_345) % 2_147_483_648) / 2_147_483_648) * 2 - 1
}
const trace = (seconds: number, of: (s: number) => number, step = 2): Sample[] =>
  Array.from({ length: Math.floor(seconds / step) + 1 }, (_, i) => ({ s: i * step, value: of(i * step) }))

describe('settling', () => {
  const wobble = noise(3)
  test('a still O2 cell with its own noise is settled, and its middle is told', () => {
    const seen = unwrap(
      settling(
        trace(300, () => 0.05 + 0.0004 * wobble()),
        SETTLING_RULES.o2,
        0,
      ),
    )
    expect(seen.state).toBe('settled')
    expect(seen.value).toBeCloseTo(0.05, 3)
  })
  test('warming up is moving, a loose hose is noisy, the first minute is void', () => {
    expect(
      unwrap(
        settling(
          trace(300, (s) => 380 + 0.1 * s),
          SETTLING_RULES.flueTemperature,
          0,
        ),
      ).state,
    ).toBe('moving')
    expect(
      unwrap(
        settling(
          trace(300, () => 0.05 + 0.01 * wobble()),
          SETTLING_RULES.o2,
          0,
        ),
      ).state,
    ).toMatch(/noisy|moving/)
    expect(
      unwrap(
        settling(
          trace(70, () => 0.05),
          SETTLING_RULES.o2,
          0,
        ),
      ).state,
    ).toBe('blanked')
    expect(
      unwrap(
        settling(
          trace(90, () => 0.05),
          SETTLING_RULES.o2,
        ),
      ).state,
    ).toBe('settled')
  })
  test('a few seconds of a slipped probe do not move the trend', () => {
    const slipped = trace(300, (s) => (s > 270 && s < 280 ? 0.2 : 0.05))
    const seen = unwrap(settling(slipped, SETTLING_RULES.o2, 0))
    expect(seen.value).toBeCloseTo(0.05, 6)
    expect(Math.abs(seen.slopePerS)).toBeLessThan(1e-9)
  })
  test('the slope of a straight line is found exactly, however long the trace', () => {
    fc.assert(
      fc.property(fc.double({ min: -0.01, max: 0.01, noNaN: true }), fc.integer({ min: 100, max: 2000 }), (slope, seconds) => {
        const seen = unwrap(
          settling(
            trace(seconds, (s) => 5 + slope * s, 1),
            { ...SETTLING_RULES.o2, windowS: 60, horizonS: 1 },
          ),
        )
        return Math.abs(seen.slopePerS - slope) < 1e-9
      }),
      { numRuns: 30 },
    )
  })
  test('what has settled stays so although lines come milliseconds early or late', () => {
    for (const every of [0.25, 0.5, 1]) {
      const steady = Array.from({ length: 120 }, (_, i) => ({ s: i * every + 0.004 * wobble(), value: 2140 }))
      for (let n = Math.ceil(6 / every); n <= steady.length; n++)
        expect([every, n, unwrap(settling(steady.slice(0, n), SETTLING_RULES.pressure)).state]).toEqual([every, n, 'settled'])
    }
  })
  test('too little to say, and what is no trace', () => {
    expect(unwrap(settling([], SETTLING_RULES.o2)).state).toBe('too-few')
    expect(
      unwrap(
        settling(
          trace(16, () => 1),
          SETTLING_RULES.o2,
        ),
      ).state,
    ).toBe('too-few')
    expect(settling([{ s: 0, value: NaN }], SETTLING_RULES.o2)).toMatchObject({ error: { code: 'not-finite' } })
    expect(
      settling(
        [
          { s: 5, value: 1 },
          { s: 1, value: 1 },
        ],
        SETTLING_RULES.o2,
      ),
    ).toMatchObject({ error: { code: 'samples-out-of-order' } })
  })
})

describe('climbing CO', () => {
  const wobble = noise(9)
  const ppm = (v: number) => v * 1e-6
  test.each([
    ['steady at 80 ppm', () => 80, false],
    ['40 to 70 ppm in five minutes', (s: number) => 40 + s / 10, true],
    ['up by less than 10 ppm', (s: number) => 40 + s / 60, false],
    ['up by less than a tenth of 500 ppm', (s: number) => 500 + s / 10, false],
    ['falling', (s: number) => 90 - s / 10, false],
  ])('%s', (_name, of, rises) => {
    expect(unwrap(climbing(trace(300, (s) => ppm(of(s) + 2 * wobble()))))).toBe(rises)
  })
  test('nothing can be said before three minutes', () => {
    expect(unwrap(climbing(trace(150, (s) => ppm(s))))).toBeUndefined()
    expect(climbing([{ s: 0, value: Infinity }])).toMatchObject({ error: { code: 'not-finite' } })
  })
})
