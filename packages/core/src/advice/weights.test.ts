import { drawn, howWell, weightsOf } from './weights'

describe('weights of guesses', () => {
  test('equal ones count each, one that is far better counts alone', () => {
    expect(weightsOf(Float64Array.of(-3, -3, -3, -3)).effective).toBeCloseTo(4)
    expect(weightsOf(Float64Array.of(-900, -3, -900)).effective).toBeCloseTo(1)
    // However unlikely all of them are, the best of them is 1.
    expect([...weightsOf(Float64Array.of(-2000, -2001)).weight]).toEqual([1, expect.closeTo(Math.exp(-1))])
  })

  test('copies are of each as often as its weight says, in order', () => {
    const weights = weightsOf(Float64Array.from([0.5, 0.25, 0.25].map(Math.log)))
    for (const first of [0, 0.3, 0.999]) {
      const of = [...drawn(weights, 400, first)]
      expect(of).toEqual([...of].sort((a, b) => a - b))
      expect([0, 1, 2].map((g) => of.filter((x) => x === g).length)).toEqual([
        expect.closeTo(200, -0.5),
        expect.closeTo(100, -0.5),
        expect.closeTo(100, -0.5),
      ])
    }
    expect([...drawn(weightsOf(Float64Array.of(0, -1000)), 3, 0.5)]).toEqual([0, 0, 0])
  })

  test('a guess is as good as its farthest figures, and one figure that nobody foretold does not settle everything', () => {
    // Two columns; the second is read.
    const guesses = Float64Array.of(9, 100, 9, 102, 9, 100_000)
    const [right, off, absurd] = howWell(guesses, 2, [{ at: 1, value: 100, doubt: 2 }]) as unknown as [number, number, number]
    expect(right).toBe(0)
    expect(off).toBeCloseTo(-0.5)
    expect(absurd).toBeGreaterThan(-20)
    const both = howWell(guesses, 2, [
      { at: 1, value: 100, doubt: 2 },
      { at: 0, value: 11, doubt: 2 },
    ])
    expect(both[0]).toBeCloseTo(-0.5)
    expect(both[1]).toBeCloseTo(-1)
  })
})

test('seven columns or seventy: what is not read does not count, and what is read is counted once', () => {
  for (const width of [2, 7, 70]) {
    const guesses = Float64Array.from({ length: 3 * width }, (_, i) =>
      i % width === 1 ? 100 + Math.floor(i / width) : 12_345 * Math.sin(i),
    )
    const logs = howWell(guesses, width, [{ at: 1, value: 101, doubt: 1 }])
    expect([...logs].map((l) => l + 0)).toEqual([-0.5, 0, -0.5])
    expect(howWell(guesses, width, [])).toEqual(new Float64Array(3))
  }
})

test('a reading that is known badly tells little: its weights are nearer to one another', () => {
  const guesses = Float64Array.of(100, 110, 120)
  const worth = [1, 5, 25, 125].map((doubt) => weightsOf(howWell(guesses, 1, [{ at: 0, value: 100, doubt }])).effective)
  expect(worth).toEqual([...worth].sort((a, b) => a - b))
  expect(worth[0]).toBeCloseTo(1, 3)
  expect(worth.at(-1)).toBeGreaterThan(2.99)
})

test('copies of a lot of which one is twice as likely: twice as many, wherever the draw begins', () => {
  const weights = weightsOf(Float64Array.from([1, 1, 2, 1].map(Math.log)))
  for (let first = 0; first < 1; first += 0.1) {
    const of = [...drawn(weights, 500, first)]
    expect(of.filter((g) => g === 2).length).toBeGreaterThanOrEqual(199)
    expect(of.filter((g) => g === 2).length).toBeLessThanOrEqual(201)
    expect(new Set(of).size).toBe(4)
  }
})
