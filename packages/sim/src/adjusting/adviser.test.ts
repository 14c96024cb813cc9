import { type Advice, Adviser, type Desk, type DeskEntry, deskOf } from '@lucerna/core/advice'
import { lambdaOfO2 } from '@lucerna/core/burner'
import { SHIPPED_PRACTICES } from '@lucerna/core/practice'
import { DEMO_CARDS } from '../cards'
import { seededRandom } from '../random'
import { LAWS, Plant, type PlantSetup } from '.'

const card = (id: string) => DEMO_CARDS.find((c) => c.id === id)!
const practice = SHIPPED_PRACTICES[0]!
const deskFor = (id: string): Desk => {
  const c = card(id)
  return { ...deskOf({ card: c, facts: { gas: c.ratings[0]!.gas, altitudeM: 0 } }, practice, 'o2'), habit: 'outside' }
}
const setupOf = (id: string, more: Partial<PlantSetup> = {}): PlantSetup => ({
  card: card(id),
  gas: card(id).ratings[0]!.gas,
  seed: 5,
  law: 'straight',
  play: 1,
  faults: {},
  positions: {},
  ...more,
})

/** Sets a plant by the adviser’s word until it says that it is over. */
function setIt(desk: Desk, setup: PlantSetup, seed = 1, before: readonly DeskEntry[] = []) {
  const plant = new Plant(setup)
  const adviser = new Adviser(desk, seededRandom(seed), before)
  const log: DeskEntry[] = []
  const said: Advice[] = []
  let moves = 0
  for (let n = 0; n < 120; n++) {
    const advice = adviser.advise()
    said.push(advice)
    if (advice.code === 'read') {
      const readings = plant.read(advice.rateId, advice.figures, advice.sections, desk.sectionCount > 1)
      adviser.read(readings)
      log.push({ kind: 'read', readings })
    } else if (advice.code === 'move') {
      moves++
      log.push({ kind: 'move', id: String(moves), move: advice })
      plant.turn(advice.screwId, advice.amount, advice.rateId)
      adviser.moved(advice)
    } else break
  }
  return { plant, adviser, said, moves, log, end: said.at(-1)! }
}
const inBand = (plant: Plant, desk: Desk) =>
  desk.aims.every((a) => {
    const t = plant.truth(a.rateId)
    const value = a.figure === 'pressure' ? t.pressurePa[a.section ?? 0]! : lambdaOfO2({ terms: desk.gas.terms }, Math.min(0.2, t.o2))
    const doubt = a.figure === 'pressure' ? 3 : 0.008
    return value >= a.min - doubt && value <= a.max + doubt
  })

describe('the adviser on simulated valves', () => {
  test.each([
    ['a governor', 'ossian-stag-210-s', { governor: -1.6 }, 4],
    ['two stages', 'brightholm-drift-80', { high: -1.2, low: 1.4 }, 8],
    ['clicks', 'brightholm-drift-60-m', { 'max-clicks': 8, 'min-clicks': -9 }, 9],
    ['a ratio valve', 'tarnwick-larch-28-c', { throttle: 0.9, offset: -0.3 }, 9],
    ['four valves and a shutter', 'pellan-quartet-300', { 'governor-1': -1.4, 'governor-3': 1.2 }, 12],
    ['an adapted valve', 'galder-adapt-24', { 'trim@max': 6, 'trim@min': -6 }, 5],
  ])('%s is set', (_name, id, positions, atMost) => {
    const desk = deskFor(id)
    const { plant, end, moves } = setIt(desk, setupOf(id, { positions }))
    expect(end.code).toBe('done')
    expect(inBand(plant, desk)).toBe(true)
    expect(moves).toBeLessThanOrEqual(atMost)
  })

  test.each([
    ['ossian-stag-210-s', -1.6],
    ['ossian-stag-210-s', 2],
  ])('%s by gauge alone (%d turns): the probe is asked for before gas is raised towards a limit that nobody has seen', (id, by) => {
    const desk = { ...deskFor(id), analyser: false }
    const { plant, end, said } = setIt(desk, setupOf(id, { positions: { [desk.screws[0]!.id]: by } }))
    expect(end.code).toBe('done')
    expect(inBand(plant, desk)).toBe(true)
    const probe = said.some((a) => a.code === 'read' && a.figures.includes('co'))
    // Less gas in natural draught comes near no limit.
    expect(probe).toBe(by < 0)
  })

  test.each(LAWS.filter((l) => l !== 'straight'))('a governor that obeys another law (%s) is set all the same', (law) => {
    const desk = deskFor('ossian-stag-210-s')
    const { plant, end } = setIt(desk, setupOf('ossian-stag-210-s', { law, positions: { governor: 1.8 } }))
    expect(end.code).toBe('done')
    expect(inBand(plant, desk)).toBe(true)
  })

  test('a governor of one section acts at every rate at which its section burns, and says so', () => {
    const desk = deskFor('pellan-quartet-300')
    const { said, end } = setIt(desk, setupOf('pellan-quartet-300', { positions: { 'governor-3': 1.3 } }))
    expect(end.code).toBe('done')
    const third = said.flatMap((a) => (a.code === 'move' && a.screwId === 'governor-3' ? [a] : []))
    expect(third.length).toBeGreaterThan(0)
    for (const a of third) {
      const foretold = a.effects.filter((e) => e.figure === 'pressure' && e.section === 2)
      expect(foretold.map((e) => e.rateId).sort()).toEqual(['all', 'half', 'only-v3'])
      for (const e of foretold) expect(e.to).toBeLessThan(e.now - 10)
    }
  })

  test('moving one screw teaches nothing of the direction of another', () => {
    const desk = deskFor('pellan-quartet-300')
    const positions = { 'governor-1': -1.8, 'governor-2': 0.25, 'governor-3': -1.4, 'governor-4': 1.2, shutter: -5.4 }
    const { said } = setIt(desk, setupOf('pellan-quartet-300', { positions, seed: 46 }), 46)
    const shutter = said.flatMap((a) => (a.code === 'move' && a.screwId === 'shutter' ? [a.amount] : []))
    // The air is far too low: opened first, by what the card says opens it.
    expect(Math.sign(shutter[0]!)).toBe(desk.screws.find((s) => s.id === 'shutter')!.sign)
  })

  test('within limits: leave it alone', () => {
    const { said } = setIt(deskFor('tarnwick-larch-28-c'), setupOf('tarnwick-larch-28-c'))
    expect(said.map((a) => a.code)).toEqual(['read', 'read', 'leave'])
  })

  test('a screw that nothing answers, and a starved inlet, are called out before the tenth move', () => {
    const dead = setIt(deskFor('ossian-stag-210-s'), setupOf('ossian-stag-210-s', { dead: ['governor'], faults: { governorDrift: 0.8 } }))
    expect(dead.end.code).toBe('call-out')
    expect(dead.moves).toBeLessThan(10)
    const starved = setIt(deskFor('brightholm-drift-80'), setupOf('brightholm-drift-80', { faults: { pipeRestriction: 28 } }))
    expect(starved.end.code).toBe('call-out')
    expect(starved.moves).toBeLessThan(10)
  })

  test('the first move of a screw that nobody knows is tiny, and every move says what it will do', () => {
    const desk = deskFor('tarnwick-larch-18-h')
    const { said } = setIt(desk, setupOf('tarnwick-larch-18-h', { positions: { offset: 0.35 } }))
    const first = said.find((a) => a.code === 'move' && a.screwId === 'offset')
    expect(first).toMatchObject({ tiny: true, rateId: 'low' })
    // A tiny move may be lost in the play; any other says what it will do at its own rate.
    for (const a of said) if (a.code === 'move' && !a.tiny) expect(a.effects.map((e) => e.rateId)).toContain(a.rateId)
    const amounts = said.flatMap((a) => (a.code === 'move' && a.screwId === 'offset' ? [Math.abs(a.amount)] : []))
    expect(amounts[0]).toBeLessThanOrEqual(1 / 16)
  })

  test('what was turned can be turned back: the way home undoes every move', () => {
    const { adviser, said } = setIt(deskFor('tarnwick-larch-28-c'), setupOf('tarnwick-larch-28-c', { positions: { throttle: 0.9 } }))
    const net = new Map<string, number>()
    for (const a of said) if (a.code === 'move') net.set(a.screwId, (net.get(a.screwId) ?? 0) + a.amount)
    for (const { screwId, amount } of adviser.wayHome()) expect(amount).toBeCloseTo(-net.get(screwId)!, 9)
  })

  test('without limits on the card nothing is advised, and it says what is missing', () => {
    const desk = { ...deskFor('ossian-stag-210-s'), aims: [] }
    expect(new Adviser(desk, seededRandom(1)).advise()).toEqual({ code: 'no-target', missing: ['limits'] })
  })

  test('the same log gives the same advice; readings of no rate of the desk, and moves of no screw, count for nothing', () => {
    const desk = deskFor('ossian-stag-210-s')
    const tell = () => {
      const adviser = new Adviser(desk, seededRandom(3))
      adviser.read([{ figure: 'pressure', rateId: 'nowhere', valueSi: 5, repeats: 2 }])
      adviser.moved({ screwId: 'nothing', rateId: 'full', amount: 1 })
      adviser.moved({ screwId: 'governor', rateId: 'full', amount: Number.NaN })
      adviser.read([
        { figure: 'pressure', rateId: 'full', section: null, valueSi: 700, repeats: 2 },
        { figure: 'o2', rateId: 'full', valueSi: 0.095, repeats: 5e-4 },
        { figure: 'co', rateId: 'full', valueSi: 10e-6, repeats: 2e-6 },
      ])
      return adviser.advise()
    }
    expect(tell()).toEqual(tell())
    expect(tell()).toMatchObject({ code: 'move', screwId: 'governor' })
  })
})

test('what a card prints of its screws saves moves, over valves that answer from half to twice as much', () => {
  const ends = ['ossian-stag-210-s', 'brightholm-drift-80', 'brightholm-drift-60-m'].flatMap((id) => {
    const desk = deskFor(id)
    const bare = { ...desk, screws: desk.screws.map((s) => ({ ...s, printed: null })) }
    const [first, second = first] = desk.screws.map((s) => s.id) as [string, string?]
    const most = desk.screws[0]!.unit === 'click' ? 9 : 1.6
    return [-most, 0.8 * most].map((off) => {
      const setup = setupOf(id, { positions: { [first]: off, [second]: -off } })
      return { desk, printed: setIt(desk, setup), bare: setIt(bare, setup) }
    })
  })
  for (const { desk, printed } of ends) {
    expect(printed.end.code).toBe('done')
    expect(inBand(printed.plant, desk)).toBe(true)
  }
  const moves = (of: 'printed' | 'bare') => ends.reduce((n, e) => n + e[of].moves, 0)
  expect(moves('printed')).toBeLessThan(moves('bare'))
})

describe('a valve that was set in an earlier visit', () => {
  /** Set once, and again from elsewhere: by who knows nothing of it, and by who remembers. */
  const later = (id: string, positions: Record<string, number>, again: Record<string, number>, law: PlantSetup['law'] = 'straight') => {
    const whole = deskFor(id)
    // Of cards that print nothing: what they print is known before any visit.
    const desk = { ...whole, screws: whole.screws.map((s) => ({ ...s, printed: null })) }
    const first = setIt(desk, setupOf(id, { positions, law }))
    const unknown = setIt(desk, setupOf(id, { positions: again, law }))
    const known = setIt(desk, setupOf(id, { positions: again, law }), 1, first.log)
    return { desk, unknown, known }
  }

  test.each([
    ['a governor', 'ossian-stag-210-s', { governor: -1.6 }, [-1.4, -1.9, 1.7, -2.5, 2.6].map((governor) => ({ governor }))],
    ['two stages', 'brightholm-drift-80', { high: -1.2, low: -1.4 }, [{ high: -1.5, low: -1.1 }]],
    ['a ratio valve', 'tarnwick-larch-28-c', { throttle: 0.9, offset: -0.3 }, [{ throttle: 0.8, offset: 0.25 }]],
  ])('%s: its answer is known, and fewer moves are enough', (_name, id, positions, again) => {
    const all = again.map((to) => later(id, positions, to))
    for (const { desk, known, unknown } of all) {
      expect(known.end.code).toBe('done')
      expect(inBand(known.plant, desk)).toBe(true)
      expect(known.adviser.known).toEqual(Object.keys(positions))
      expect(unknown.adviser.known).toEqual([])
    }
    const moves = (of: 'known' | 'unknown') => all.reduce((n, x) => n + x[of].moves, 0)
    expect(moves('known')).toBeLessThan(moves('unknown'))
  })

  test('what was turned then is not turned now: nothing to go back to, nothing to score', () => {
    const desk = deskFor('ossian-stag-210-s')
    const { log } = setIt(desk, setupOf('ossian-stag-210-s', { positions: { governor: -1.6 } }))
    const adviser = new Adviser(desk, seededRandom(1), log)
    expect(adviser.moves).toEqual([])
    expect(adviser.wayHome()).toEqual([])
    expect(adviser.doubt).toBeNull()
    // Every rate is read first, as found.
    expect(adviser.advise().code).toBe('read')
  })

  test('a valve that answers otherwise by now is found out, and set', () => {
    const { desk, known } = later('ossian-stag-210-s', { governor: -1.6 }, { governor: -1.4 }, 'curved')
    expect(known.end.code).toBe('done')
    expect(inBand(known.plant, desk)).toBe(true)
  })

  test('a calibration in between leaves only what was moved after it', () => {
    const desk = deskFor('galder-adapt-24')
    const { log } = setIt(desk, setupOf('galder-adapt-24', { positions: { 'trim@max': 6, 'trim@min': -6 } }))
    const said = new Adviser(desk, seededRandom(1), [...log, { kind: 'calibrated' }])
    expect(said.known).toEqual(['trim'])
    expect(said.advise().code).toBe('read')
  })
})

describe('rates are changed as seldom as can be', () => {
  const desk = deskFor('tarnwick-larch-28-c')
  test.each([1, 2, 3])('it is read where it was moved, before anything else; set only when every rate was read since (%p)', (seed) => {
    const { said, end, moves } = setIt(desk, setupOf('tarnwick-larch-28-c', { positions: { throttle: -0.9, offset: 0.3 } }), seed)
    expect(end).toMatchObject({ code: 'done' })
    const rateOf = (a: Advice) => (a.code === 'read' || a.code === 'move' ? a.rateId : null)
    for (const [i, a] of said.entries())
      if (a.code === 'move') expect([said[i + 1]!.code, rateOf(said[i + 1]!)]).toEqual(['read', a.rateId])
    const last = said.findLastIndex((a) => a.code === 'move')
    expect(new Set(said.slice(last + 1).map(rateOf))).toEqual(new Set(['max', 'min', null]))
    const reads = said.filter((a) => a.code === 'read').map(rateOf)
    expect(reads.filter((r, i) => i > 0 && r !== reads[i - 1]).length).toBeLessThanOrEqual(2 + moves)
  })
})

test('short of gas and of air: the shutter comes before a governor that its CO would let creep', () => {
  const desk = deskFor('pellan-quartet-300')
  const positions = { 'governor-4': -2.4, 'governor-2': -1.2, shutter: -8 }
  const { said, end, plant } = setIt(desk, setupOf('pellan-quartet-300', { seed: 159, positions }))
  expect(end).toMatchObject({ code: 'done' })
  expect(inBand(plant, desk)).toBe(true)
  const moves = said.flatMap((a) => (a.code === 'move' ? [a] : []))
  expect(moves.map((m) => m.screwId)).toContain('shutter')
  for (const m of moves) expect(Math.abs(m.amount)).toBeGreaterThanOrEqual(0.25)
  expect(moves.length).toBeLessThanOrEqual(7)
})

test('a spring that seems soft may have had its first turn swallowed by play: it is not turned on as if it were soft', () => {
  // Propane, 26.5 to 28.5 mbar; 0.44 turns brought 35 Pa, where the typical spring brings 110. A stiff one behind wide play crosses the limit within 1.25 turns.
  const desk = deskFor('brightholm-drift-40')
  const aim = desk.aims.find((a) => a.figure === 'pressure')!
  const read = (adviser: Adviser, pa: number) =>
    adviser.read([
      { figure: 'pressure', rateId: aim.rateId, valueSi: pa, repeats: 2 },
      { figure: 'o2', rateId: aim.rateId, valueSi: 0.09, repeats: 0.0005 },
      { figure: 'co', rateId: aim.rateId, valueSi: 9e-6, repeats: 3e-6 },
    ])
  const turned = Array.from({ length: 12 }, (_, seed) => {
    const adviser = new Adviser(desk, seededRandom(seed + 1))
    const start = aim.min - 222
    read(adviser, start)
    adviser.moved({ screwId: desk.screws[0]!.id, rateId: aim.rateId, amount: 0.4375 })
    read(adviser, start + 35)
    const next = adviser.advise()
    return next.code === 'move' ? next.amount : 0
  })
  const cap = desk.caps.find((c) => c.figure === 'pressure')!
  const stiff = 310
  expect(turned.every((amount) => amount > 0)).toBe(true)
  expect(Math.max(...turned)).toBeLessThan((cap.limit - (aim.min - 187)) / stiff)
})

describe('a reading that does not fit the move', () => {
  const desk = deskFor('brightholm-drift-60-m')
  const plant = new Plant(setupOf('brightholm-drift-60-m', { positions: { 'max-clicks': 8 } }))
  const found = desk.rates.map((r) => plant.read(r.id, ['pressure', 'o2', 'co'], [0], false))
  const move = { screwId: 'max-clicks', rateId: 'max', amount: -5 }
  plant.turn(move.screwId, move.amount, move.rateId)
  const after = plant.read('max', ['pressure', 'o2', 'co'], [0], false)
  const slip = after.map((r) => (r.figure === 'pressure' ? { ...r, valueSi: 10 * r.valueSi } : r))
  const told = (...readings: readonly (typeof after)[]) => {
    const adviser = new Adviser(desk, seededRandom(3))
    for (const f of found) adviser.read(f)
    adviser.moved(move)
    for (const r of readings) adviser.read(r)
    return adviser
  }
  const gain = (adviser: Adviser) => {
    const next = adviser.advise()
    if (next.code !== 'move') return null
    const [e] = next.effects.filter((x) => x.figure === 'pressure' && x.rateId === next.rateId)
    return (e!.to - e!.now) / next.amount
  }

  test('is asked about; read once more otherwise, it was a slip: it teaches nothing and the move came as foretold', () => {
    expect(told(slip).doubt).not.toBeNull()
    const again = told(slip, after)
    expect(again.doubt).toBeNull()
    expect(again.moves[0]!.surprise).toBeLessThan(2)
    const plain = told(after)
    expect(gain(again)! / gain(plain)!).toBeGreaterThan(0.7)
    expect(gain(again)! / gain(plain)!).toBeLessThan(1.4)
  })

  test('read once more the same, it is so: the move came differently, and what is known of the screw with it', () => {
    const sure = told(slip, slip)
    expect(sure.doubt).toBeNull()
    expect(sure.moves[0]!.surprise).toBeGreaterThan(3)
  })

  test('a second one that does not fit either is asked about too', () => {
    expect(
      told(
        slip,
        slip.map((r) => ({ ...r, valueSi: r.figure === 'pressure' ? 3 * r.valueSi : r.valueSi })),
      ).doubt,
    ).not.toBeNull()
  })
})

test('a minimum at its limit, which the maximum raises with it, is brought down first within its own band: not called out', () => {
  const desk = deskFor('brightholm-drift-60-m')
  for (const seed of [1, 2, 3, 4]) {
    const { end, plant } = setIt(desk, setupOf('brightholm-drift-60-m', { positions: { 'max-clicks': -8.4, 'min-clicks': 11.6 } }), seed)
    expect(end.code).toBe('done')
    expect(inBand(plant, desk)).toBe(true)
  }
})
