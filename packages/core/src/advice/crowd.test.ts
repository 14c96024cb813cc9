import { Crowd } from './crowd'

/** Guesses of one screw in two columns: how far one unit of it brings the figure, and the figure. */
const WIDTH = 2
const turn = (data: Float64Array, p: number, { amount }: { readonly amount: number }) => {
  data[p * WIDTH + 1]! += data[p * WIDTH]! * amount
}
const rows = (data: Float64Array) => Array.from({ length: data.length / WIDTH }, (_, p) => [data[p * WIDTH], data[p * WIDTH + 1]])

/** Two guesses, moved by a quarter and a half; what is held now, and the crowd that saw it. */
function moved() {
  const crowd = new Crowd()
  const held = Float64Array.of(100, 2000, 200, 2000)
  for (const amount of [0.25, 0.5]) {
    crowd.moved(held, new Set(), { screwAt: 0, rateAt: 0, amount })
    for (const p of [0, 1]) turn(held, p, { amount })
  }
  return { crowd, held }
}

test('many more are asked only where something was moved and few of those that are held foretold what came', () => {
  const { crowd } = moved()
  expect(crowd.wanted(5, 560)).toBe(true)
  expect(crowd.wanted(200, 560)).toBe(false)
  crowd.forget()
  expect(crowd.wanted(5, 560)).toBe(false)
})

test('those that are held come first, the others stand where they would be had they been held before every move', () => {
  const { crowd, held } = moved()
  const many = rows(
    crowd.asked(
      held,
      2,
      (data, p) => void (data[p * WIDTH] = 300 + p),
      (data, p, move) => turn(data, p, move),
    ),
  )
  expect(many).toHaveLength(16)
  expect(many.slice(0, 2)).toEqual([
    [100, 2075],
    [200, 2150],
  ])
  for (const [i, [gain, figure]] of many.slice(2).entries()) expect([gain, figure]).toEqual([300 + (i % 2), 2000 + 0.75 * (300 + (i % 2))])
})

test('what was learnt before the first of the moves is said, so that it is not thrown away', () => {
  const crowd = new Crowd()
  const held = Float64Array.of(100, 2000)
  const learnt = new Set([3])
  crowd.moved(held, learnt, { screwAt: 0, rateAt: 0, amount: 1 })
  // The move itself is what this one is learnt by: it was not before.
  learnt.add(0)
  crowd.moved(held, learnt, { screwAt: 0, rateAt: 0, amount: 1 })
  const seen = new Set<number>()
  crowd.asked(
    held,
    1,
    (_data, _p, known) => known.forEach((i) => seen.add(i)),
    () => undefined,
  )
  expect([...seen]).toEqual([3])
})

test('what is asked leaves what is held, and what was held before, as it is', () => {
  const { crowd, held } = moved()
  const before = [...held]
  const ask = () =>
    rows(
      crowd.asked(
        held,
        2,
        (data, p) => void (data[p * WIDTH] = 50),
        (data, p, move) => turn(data, p, move),
      ),
    )
  expect(ask()).toEqual(ask())
  expect([...held]).toEqual(before)
})
