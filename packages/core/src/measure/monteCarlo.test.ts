import { unwrap } from '../result'
import { combined, contributions, MonteCarlo, propagate } from '.'

/** Reproducible uniform numbers (linear congruential, good enough for moments). */
function uniform(seed: number): () => number {
  let s = seed
  return () => (s = (s * 1_103_515_245 + 12_345) % 2_147_483_648) / 2_147_483_648
}

describe('Monte Carlo', () => {
  const product = (x: Float64Array, out: Float64Array) => {
    out[0] = x[0]! * x[1]!
    out[1] = x[0]! + x[1]!
    return true
  }
  test('agrees with linear propagation where the calculation is nearly straight', () => {
    const run = new MonteCarlo([20, 30], [0.1, 0.2], ['product', 'sum'], product, uniform(7))
    run.run(100_000)
    const { spreads, refused, samples } = unwrap(run.result())
    expect({ samples, refused }).toEqual({ samples: 100_000, refused: 0 })
    const linear = propagate(({ a, b }) => a * b, { a: 20, b: 30 }, { a: 0.1, b: 0.2 })!
    expect(spreads.product.standardDeviation / linear).toBeCloseTo(1, 1)
    expect(spreads.product.mean).toBeCloseTo(600, 0)
    expect((spreads.product.high - spreads.product.low) / 2 / linear).toBeCloseTo(1.96, 1)
    expect(spreads.sum.standardDeviation).toBeCloseTo(Math.hypot(0.1, 0.2), 2)
    const counted = spreads.product.histogram.reduce((a, b) => a + b, 0)
    expect(counted / 100_000).toBeGreaterThan(0.99)
  })
  test('runs in pieces, the same as in one go', () => {
    const whole = new MonteCarlo([2, 3], [0.1, 0.2], ['product', 'sum'], product, uniform(3), 1000)
    whole.run(1000)
    const pieces = new MonteCarlo([2, 3], [0.1, 0.2], ['product', 'sum'], product, uniform(3), 1000)
    for (let done = 0; done < 1000;) done = pieces.run(170)
    expect(unwrap(pieces.result())).toEqual(unwrap(whole.result()))
  })
  test('draws without an answer are counted, not averaged', () => {
    const run = new MonteCarlo([0], [1], ['root'], (x, out) => x[0]! >= 0 && ((out[0] = Math.sqrt(x[0]!)), true), uniform(5), 10_000)
    run.run(10_000)
    const result = unwrap(run.result())
    expect(result.refused / result.samples).toBeCloseTo(0.5, 1)
    expect(result.spreads.root.low).toBeGreaterThanOrEqual(0)
  })
  test('nothing but refusals is a problem; no doubt is no spread', () => {
    const none = new MonteCarlo([0], [1], ['x'], () => false, uniform(1), 100)
    none.run(100)
    expect(none.result()).toMatchObject({ ok: false, error: { code: 'no-samples' } })
    const still = new MonteCarlo([4], [0], ['x'], (x, out) => ((out[0] = x[0]!), true), uniform(1), 100)
    still.run(100)
    expect(unwrap(still.result()).spreads.x).toMatchObject({ mean: 4, standardDeviation: 0, low: 4, high: 4 })
  })
})

describe('which input matters', () => {
  test('shares add up to one, the largest first, for every output at once', () => {
    const all = contributions(({ a, b }) => ({ product: a * b, onlyA: a }), { a: 2, b: 3 }, { a: 0.1, b: 0.2 })!
    expect(all.product!.map((c) => c.key)).toEqual(['b', 'a'])
    expect(all.product![0]!.effect).toBeCloseTo(0.4, 9)
    expect(all.product!.reduce((sum, c) => sum + c.share, 0)).toBeCloseTo(1, 9)
    expect(all.onlyA![0]).toMatchObject({ key: 'a', share: 1 })
    expect(combined(all.product!)).toBeCloseTo(0.5, 9)
  })
  test('one-sided beside a wall, nothing where there is no answer', () => {
    const root = ({ x }: { x: number }) => (x < 0 ? undefined : { y: Math.sqrt(x) })
    expect(contributions(root, { x: 0.0001 }, { x: 0.01 })!.y![0]!.effect).toBeGreaterThan(0)
    expect(contributions(root, { x: -1 }, { x: 0.01 })).toBeUndefined()
    expect(contributions(root, { x: 4 }, { x: 0 })!.y).toEqual([])
    expect(propagate(({ x }: { x: number }) => (x < 0 ? undefined : x), { x: -1 }, { x: 1 })).toBeUndefined()
  })
})
