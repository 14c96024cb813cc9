import { columnsOf } from './columns'
import type { Desk, DeskScrew } from './desk'
import { reaches, Unread } from './unread'

const screw = (id: string, more: Partial<DeskScrew>): DeskScrew => ({
  id,
  function: 'governor',
  unit: 'turn',
  sign: 1,
  moves: 'gas',
  rates: ['all'],
  section: null,
  travel: null,
  position: 0,
  printed: null,
  ...more,
})
/** Two valves side by side, each with a rate of its own, one shutter, and a menu that holds a value for each rate. */
const desk = {
  rates: [
    { id: 'all', share: 1, sections: [0, 1] },
    { id: 'left', share: 0.5, sections: [0] },
    { id: 'right', share: 0.5, sections: [1] },
  ],
  sectionCount: 2,
  screws: [
    screw('left', { section: 0 }),
    screw('right', { section: 1 }),
    screw('shutter', { function: 'air-shutter', moves: 'air' }),
    screw('menu', { function: 'menu' }),
  ],
} as unknown as Desk
const [LEFT, RIGHT, SHUTTER, MENU] = [0, 1, 2, 3] as const
const columns = columnsOf(desk)
const begun = () => new Unread(desk, columns)
const told = (u: Unread, rateId: string) => [...u.tellsOf(rateId)].sort()
const stays = (u: Unread, rateId: string) => {
  const keep = u.untold(rateId, u.tellsOf(rateId))
  return (at: number) => keep[at] === 1
}

test.each([
  ['left', 'all', 'left', true],
  ['left', 'right', 'all', false],
  ['shutter', 'right', 'all', true],
  ['menu', 'right', 'all', false],
  ['menu', 'all', 'all', true],
])('%s reaches %s when it is moved at %s: %p', (id, rateId, movedAt, does) =>
  expect(
    reaches(
      desk,
      desk.screws.find((s) => s.id === id)!,
      rateId,
      movedAt,
    ),
  ).toBe(does),
)

test('a reading tells of what was moved since its rate was read, and of what was moved last', () => {
  const u = begun()
  expect(told(u, 'all')).toEqual([])
  u.add(LEFT, 'all')
  u.add(RIGHT, 'all')
  expect(told(u, 'all')).toEqual([LEFT, RIGHT])
  expect(told(u, 'left')).toEqual([LEFT])
  u.clear('all')
  // What moved last may still come.
  expect(told(u, 'all')).toEqual([RIGHT])
  u.add(MENU, 'left')
  expect(told(u, 'all')).toEqual([])
  expect(told(u, 'left')).toEqual([LEFT, MENU])
  u.forget()
  expect(told(u, 'left')).toEqual([])
})

test('what a reading does not tell of stays as it was thought to be, with the figures that hang on it alone', () => {
  const u = begun()
  u.add(LEFT, 'all')
  u.clear('all')
  u.clear('left')
  u.add(RIGHT, 'all')
  u.add(SHUTTER, 'all')
  const kept = stays(u, 'right')
  const [all, left, right] = columns.rate
  expect(Object.values(columns.screw[LEFT]!).every(kept)).toBe(true)
  expect(Object.values(columns.screw[RIGHT]!).some(kept)).toBe(false)
  // The rate that is read, and the one that both were moved at, go with what was read.
  expect([right!.mixture, right!.co, all!.mixture, all!.co].some(kept)).toBe(false)
  expect(all!.pressure.map(kept)).toEqual([false, false])
  // What the shutter did there hangs on it too.
  expect(kept(left!.mixture)).toBe(false)
  expect(kept(columns.follow)).toBe(false)
})

test('a pressure that one governor alone moved stays with that governor', () => {
  const u = begun()
  u.add(LEFT, 'all')
  u.add(RIGHT, 'all')
  const kept = stays(u, 'right')
  const [all] = columns.rate
  expect(Object.values(columns.screw[LEFT]!).every(kept)).toBe(true)
  expect(all!.pressure.map(kept)).toEqual([true, false])
  // A rate where only the other one burns is not what this reading is about.
  expect(columns.rate[1]!.pressure.map(kept)).toEqual([true, true])
})
