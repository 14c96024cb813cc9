import { Held } from './held'

test('what was lent stands still; who writes on writes to a copy, once', () => {
  const held = new Held({ notes: ['a'], marks: { a: 1 } as Record<string, number>, status: 'open' })
  const before = held.lend()
  expect(held.lend()).toBe(before)
  held.own('notes').push('b')
  const list = held.own('notes')
  list.push('c')
  expect(held.own('notes')).toBe(list)
  held.own('marks').b = 2
  held.set({ status: 'closed' })
  expect(before).toEqual({ notes: ['a'], marks: { a: 1 }, status: 'open' })
  expect(held.lend()).toEqual({ notes: ['a', 'b', 'c'], marks: { a: 1, b: 2 }, status: 'closed' })
})

test('two that fork do not see what the other writes', () => {
  const held = new Held({ at: new Map([['a', 1]]), n: 1 })
  held.own('at').set('b', 2)
  const other = held.fork()
  held.own('at').set('c', 3)
  other.own('at').set('d', 4)
  other.set({ n: 2 })
  expect([...held.now.at.keys(), held.now.n]).toEqual(['a', 'b', 'c', 1])
  expect([...other.now.at.keys(), other.now.n]).toEqual(['a', 'b', 'd', 2])
})
