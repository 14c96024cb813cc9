/** Setting valves to target: the adviser against two baselines, on the same valves in the same run. `npm run bench -- adjust [valves] [seed]`. */
import { spawn } from 'node:child_process'
import { availableParallelism } from 'node:os'
import { Adviser, type Aim, type Desk, type DeskEntry, type DeskReading, deskOf } from '@lucerna/core/advice'
import type { Card, GasId } from '@lucerna/core/appliance'
import { lambdaOfO2 } from '@lucerna/core/burner'
import { type Practice, SHIPPED_PRACTICES } from '@lucerna/core/practice'
import { LAWS, type Law, Plant, type PlantSetup } from '@lucerna/sim/adjusting'
import { DEMO_CARDS } from '@lucerna/sim/cards'
import type { FaultId } from '@lucerna/sim/engine'
import { normal, type Random, seededRandom } from '@lucerna/sim/random'

const [metricRatio, imperialOxygen] = SHIPPED_PRACTICES as [Practice, Practice]
const VALVES = Number(process.argv[2] ?? 100)
const SEED = Number(process.argv[3] ?? 1)
const ONLY = process.argv[4]
const MOST_MOVES = 40
/** Geometric standard deviations of what a screw does, before it was moved: docs/science.md. */
const SPREAD: Readonly<Record<Desk['screws'][number]['function'], number>> = {
  governor: 1.8,
  click: 1.7,
  throttle: 2,
  offset: 2,
  'air-shutter': 1.6,
  menu: 1.6,
  cam: 1.6,
}

const card = (id: string): Card => DEMO_CARDS.find((c) => c.id === id)!
interface Kind {
  readonly name: string
  readonly cards: readonly string[]
  readonly oxygen?: boolean
}
const KINDS: readonly Kind[] = [
  { name: 'governor', cards: ['ossian-stag-210-s', 'galder-well-190', 'brightholm-drift-40'] },
  { name: 'two-stage governor', cards: ['brightholm-drift-80'] },
  { name: 'clicks', cards: ['brightholm-drift-60-m'] },
  { name: 'ratio valve', cards: ['tarnwick-larch-28-c', 'tarnwick-larch-18-h'] },
  { name: 'air shutter', cards: ['ossian-stag-95'], oxygen: true },
  { name: 'multi-valve', cards: ['pellan-quartet-300'] },
  { name: 'forced draught', cards: ['pellan-torch-450'] },
  { name: 'adapted menus', cards: ['galder-adapt-24'] },
]
let tracing = false
const between = (random: Random, a: number, b: number) => a + (b - a) * random()

interface Case {
  readonly desk: Desk
  readonly setup: PlantSetup
  readonly faulty: boolean
}

/** A valve out of its band that can be set, or (asked so) one that cannot. */
function draw(kind: Kind, random: Random, faulty: boolean): Case {
  for (;;) {
    const c = card(kind.cards[Math.floor(random() * kind.cards.length)]!)
    const gas: GasId = c.ratings[0]!.gas
    const desk: Desk = {
      ...deskOf({ card: c, facts: { gas, altitudeM: 0 } }, kind.oxygen ? imperialOxygen : metricRatio, 'o2'),
      habit: 'outside',
    }
    const law: Law = random() < 0.2 ? LAWS[1 + Math.floor(random() * (LAWS.length - 1))]! : 'straight'
    const faults: Partial<Record<FaultId, number>> = {
      calorific: between(random, 0.98, 1.02),
      flameSpread: random() < 0.3 ? between(random, 0, 0.03) : 0,
      governorDrift: between(random, 0.93, 1.07),
      throttleDrift: between(random, 0.95, 1.05),
      offsetDrift: between(random, -2, 2),
    }
    const positions = displaced(desk, random)
    let dead: string[] = []
    if (faulty) {
      const how = Math.floor(random() * 3)
      const screw = desk.screws[Math.floor(random() * desk.screws.length)]!
      if (how === 0) dead = [screw.id]
      else if (how === 1) Object.assign(faults, { pipeRestriction: between(random, 12, 30) })
      else Object.assign(faults, { governorDrift: random() < 0.5 ? 0.4 : 1.8, throttleDrift: random() < 0.5 ? 0.7 : 1.4 })
    }
    const setup: PlantSetup = {
      card: c,
      gas,
      seed: Math.floor(random() * 1e9),
      law,
      play: between(random, 0.5, 2),
      faults,
      positions,
      dead,
    }
    if (isOut(setup, desk) && reachable(setup, desk) === !faulty) return { desk, setup, faulty }
  }
}

/** Where somebody left the screws. */
function displaced(desk: Desk, random: Random): Record<string, number> {
  return Object.fromEntries(
    desk.screws.flatMap((s) => {
      const reach = {
        turn: s.function === 'offset' ? 0.4 : s.function === 'throttle' ? 1 : 2,
        click: 12,
        step: 6,
        millimetre: 7,
        degree: 5,
      }[s.unit]
      const keys = s.function === 'menu' || s.function === 'cam' ? s.rates.map((r) => `${s.id}@${r}`) : [s.id]
      return keys.map((key) => [key, random() < 0.75 ? between(random, -reach, reach) : 0])
    }),
  )
}

/** The same valve a year later, out of its band again. */
function aYearLater({ desk, setup, faulty }: Case, random: Random): Case {
  for (;;) {
    const again = { ...setup, positions: displaced(desk, random) }
    if (isOut(again, desk) && reachable(again, desk)) return { desk, setup: again, faulty }
  }
}

const isOut = (setup: PlantSetup, desk: Desk): boolean => {
  const plant = new Plant(setup)
  return desk.aims.some((a) => !isInside(plant, desk, a))
}

const valueOf = (plant: Plant, desk: Desk, a: Aim): number => {
  const t = plant.truth(a.rateId)
  return a.figure === 'pressure' ? t.pressurePa[a.section ?? 0]! : lambdaOfO2({ terms: desk.gas.terms }, Math.min(0.2, t.o2))
}
/** A band as the instruments can tell: what lies within their doubt of its edge is neither out nor missed. */
const isInside = (plant: Plant, desk: Desk, a: Aim): boolean => {
  const v = valueOf(plant, desk, a)
  const doubt = a.figure === 'pressure' ? 3 : 0.006
  return v >= a.min - doubt && v <= a.max + doubt
}

/** Whether any position of the screws brings everything into its band: coordinate search on the truth. */
function reachable(setup: PlantSetup, desk: Desk): boolean {
  const live = desk.screws.filter((s) => !setup.dead?.includes(s.id))
  const plant = new Plant({ ...setup, law: 'straight', play: 0 })
  const miss = () =>
    desk.aims.reduce((sum, a) => {
      const v = valueOf(plant, desk, a)
      const half = (a.max - a.min) / 2
      return sum + Math.max(0, Math.abs(v - (a.min + a.max) / 2) / half - 0.8)
    }, 0)
  let now = miss()
  for (let round = 0; round < 12 && now > 0; round++)
    for (const [s, rate] of live.flatMap((s) =>
      (s.function === 'menu' || s.function === 'cam' ? s.rates : [s.rates[0]!]).map((r) => [s, r] as const),
    )) {
      let step = { turn: 0.5, click: 4, step: 2, millimetre: 3, degree: 2 }[s.unit] / 2 ** Math.floor(round / 3)
      for (let n = 0; n < 12; n++) {
        plant.turn(s.id, step, rate)
        const next = miss()
        if (next < now - 1e-9) now = next
        else {
          plant.turn(s.id, -step, rate)
          step = n % 2 === 0 ? -step : -step / 2
        }
        if (now <= 0) return true
      }
    }
  return now <= 0
}

interface Outcome {
  readonly last?: string
  /** What was read and moved, as the adviser of a later visit gets it. */
  readonly log?: readonly DeskEntry[]
  readonly moves: number
  readonly set: boolean
  readonly called: boolean
  readonly breaches: readonly string[]
  readonly tinyBreaches: number
  readonly drifted: number
  /** Readings that were asked about: of a sound valve, in vain. */
  readonly doubts: number
}

/** Notes every limit that a move crosses, or goes farther beyond; apart, what crossed it by warming up meanwhile, which it would have done unmoved. */
class Watch {
  readonly breaches: string[] = []
  drifted = 0
  constructor(
    private readonly plant: Plant,
    private readonly desk: Desk,
  ) {}
  private values(): Map<string, [number, number]> {
    const found = new Map<string, [number, number]>()
    for (const c of this.desk.caps) {
      const t = this.plant.truth(c.rateId)
      const airFree = (t.co * 0.2095) / Math.max(0.005, 0.2095 - t.o2)
      const v = {
        co: t.co,
        coAirFree: airFree,
        coRatio: t.co / Math.max(0.001, t.co2),
        pressure: t.pressurePa[c.section ?? 0]!,
        input: t.input,
        mixtureFloor: NaN,
      }[c.figure]
      if (!Number.isNaN(v)) found.set(`${c.figure} ${c.rateId} ${c.section ?? ''}`, [v, c.limit])
    }
    return found
  }
  private static crossed(was: number, v: number, limit: number): boolean {
    return v > limit && v > Math.max(was, limit) * 1.0005 && (was <= limit || v > was * 1.002)
  }

  turn(screwId: string, amount: number, rateId: string): void {
    const at = this.values()
    this.plant.pass()
    const before = this.values()
    for (const [key, [v, limit]] of before) if (Watch.crossed(at.get(key)![0], v, limit)) this.drifted++
    this.plant.move(screwId, amount, rateId)
    for (const [key, [v, limit]] of this.values()) {
      const was = before.get(key)![0]
      if (Watch.crossed(was, v, limit))
        this.breaches.push(`${key}: ${was.toPrecision(4)} → ${v.toPrecision(4)} over ${limit.toPrecision(4)}`)
    }
  }
}

function withAdviser({ desk, setup }: Case, seed: number, before: readonly DeskEntry[] = []): Outcome {
  const plant = new Plant(setup)
  const adviser = new Adviser(desk, seededRandom(seed), before)
  const log: DeskEntry[] = []
  const watch = new Watch(plant, desk)
  let moves = 0
  let tinyBreaches = 0
  let doubts = 0
  for (let n = 0; n < 200; n++) {
    const advice = adviser.advise()
    if (tracing)
      console.log(
        JSON.stringify(
          advice.code === 'move'
            ? {
                ...advice,
                effects: advice.effects
                  .filter((e) => e.rateId === advice.rateId)
                  .map(
                    (e) =>
                      `${e.figure}${e.section ?? ''} ${e.now.toPrecision(3)}→${e.to.toPrecision(3)} [${e.low.toPrecision(3)},${e.high.toPrecision(3)}]`,
                  ),
              }
            : advice,
        ),
      )
    if (advice.code === 'read') {
      const seen = plant.read(advice.rateId, advice.figures, advice.sections, desk.sectionCount > 1)
      if (tracing)
        console.log('   read', advice.rateId, seen.map((r) => `${r.figure}${r.section ?? ''}=${r.valueSi.toPrecision(4)}`).join(' '))
      const asked = adviser.doubt
      log.push({ kind: 'read', readings: seen })
      adviser.read(seen)
      if (adviser.doubt && adviser.doubt !== asked) doubts++
    } else if (advice.code === 'move') {
      moves++
      const before = watch.breaches.length
      watch.turn(advice.screwId, advice.amount, advice.rateId)
      if (advice.tiny) {
        tinyBreaches += watch.breaches.length - before
        watch.breaches.length = before
      }
      adviser.moved(advice)
      log.push({ kind: 'move', id: String(moves), move: advice })
    } else {
      const set = desk.aims.every((a) => isInside(plant, desk, a))
      return {
        last: advice.code === 'call-out' ? advice.suspicions.map((x) => `${x.code} ${x.weight.toFixed(2)}`).join() : advice.code,
        log,
        moves,
        set,
        called: advice.code === 'call-out',
        breaches: watch.breaches,
        tinyBreaches,
        drifted: watch.drifted,
        doubts,
      }
    }
    if (moves > MOST_MOVES) break
  }
  return { log, moves, set: false, called: false, breaches: watch.breaches, tinyBreaches, drifted: watch.drifted, doubts }
}

/** The baselines read the truth’s own figures with the same noise, take rates in order, and move the first figure that is off. */
/**
 * `spread-slope`: as the known slopes, but the first move of each screw is off by what nobody can know of it beforehand (the typical spread), and tiny where no direction is printed: what is left to a learner
 * that learns everything from one move and minds no limit.
 */
function byRule({ desk, setup }: Case, rule: 'eighth' | 'known-slope' | 'spread-slope'): Outcome {
  const random = seededRandom(setup.seed ^ 0x51)
  const moved = new Set<string>()
  const plant = new Plant(setup)
  const watch = new Watch(plant, desk)
  const sorted = [...desk.aims].sort((a, b) => place(desk, a) - place(desk, b))
  const signs = new Map<string, number>(desk.screws.map((s) => [s.id, s.sign || 1]))
  let moves = 0
  const read = (a: Aim): number => {
    const [r] = plant.read(a.rateId, [a.figure === 'pressure' ? 'pressure' : 'o2'], [a.section ?? 0], desk.sectionCount > 1) as [
      DeskReading,
    ]
    return a.figure === 'pressure' ? r.valueSi : lambdaOfO2({ terms: desk.gas.terms }, Math.min(0.2, Math.max(0, r.valueSi)))
  }
  while (moves < MOST_MOVES) {
    const off = sorted.find((a) => {
      const v = read(a)
      return v < a.min || v > a.max
    })
    if (!off) break
    const screw = screwFor(desk, off)
    if (!screw) break
    const before = read(off)
    const wanted = (off.min + off.max) / 2 - before
    let amount: number
    const eighth = { turn: 1 / 8, click: 1, step: 1, millimetre: 1, degree: 1 }[screw.unit]
    const plus = (off.figure === 'pressure' || screw.moves === 'air' ? 1 : -1) * signs.get(screw.id)!
    if (rule === 'eighth') amount = Math.sign(wanted) * plus * eighth
    else {
      // Its slope as it truly is here, without its play.
      const slope = slopeOf(setup, plant, desk, off, screw.id, eighth)
      amount = slope === 0 ? eighth : wanted / slope
      const least = { turn: 1 / 32, click: 1, step: 1, millimetre: 0.5, degree: 0.5 }[screw.unit]
      if (rule === 'spread-slope' && !moved.has(screw.id)) {
        moved.add(screw.id)
        if (screw.sign === 0 && screw.function !== 'governor') amount = Math.sign(amount) / 16
        else amount *= SPREAD[screw.function] ** normal(random)
      }
      amount = Math.max(-3 * 8 * eighth, Math.min(3 * 8 * eighth, Math.round(amount / least) * least || Math.sign(amount) * least))
    }
    watch.turn(screw.id, amount, off.rateId)
    moves++
    if (rule === 'eighth' && screw.sign === 0 && moves === 1) {
      const after = read(off)
      if (Math.abs(after - (off.min + off.max) / 2) > Math.abs(wanted)) signs.set(screw.id, -1 * signs.get(screw.id)!)
    }
  }
  const set = desk.aims.every((a) => isInside(plant, desk, a))
  return { moves, set, called: false, breaches: watch.breaches, tinyBreaches: 0, drifted: watch.drifted, doubts: 0 }
}
const place = (desk: Desk, a: Aim) => (a.figure === 'pressure' ? 0 : 100) + desk.rates.findIndex((r) => r.id === a.rateId)

function screwFor(desk: Desk, a: Aim) {
  const own = desk.screws.filter((s) => s.rates.includes(a.rateId) && (s.section === null || a.section === null || s.section === a.section))
  const pressure = own.find((s) => s.function === 'governor' || s.function === 'click')
  const mixture = own.find((s) => s.function !== 'governor' && s.function !== 'click' && s.function !== 'cam')
  if (a.figure === 'pressure') return pressure ?? own.find((s) => s.function === 'cam') ?? mixture
  return mixture ?? desk.screws.find((s) => s.function === 'throttle') ?? own[0]
}

function slopeOf(setup: PlantSetup, plant: Plant, desk: Desk, a: Aim, screwId: string, by: number): number {
  const at = plant.positions()
  const key = `${screwId}@${a.rateId}` in at ? `${screwId}@${a.rateId}` : screwId
  const value = (more: number) => {
    const twin = new Plant({ ...setup, law: 'straight', play: 0, positions: { ...at, [key]: (at[key] ?? 0) + more } })
    return valueOf(twin, desk, a)
  }
  return (value(by) - value(-by)) / (2 * by)
}

const q = (x: readonly number[], share: number) => [...x].sort((a, b) => a - b)[Math.min(x.length - 1, Math.floor(share * x.length))] ?? NaN
const mean = (x: readonly number[]) => x.reduce((a, b) => a + b, 0) / Math.max(1, x.length)
/** All valves of one kind; prints its row and answers with the moves of each. */
function setKind(k: number, kind: Kind): Moves {
  const random = seededRandom(SEED * 7919 + k)
  const random2 = seededRandom(SEED * 104_729 + k)
  const outcomes = {
    adviser: [] as Outcome[],
    eighth: [] as Outcome[],
    known: [] as Outcome[],
    spread: [] as Outcome[],
    again: [] as Outcome[],
    knownAgain: [] as Outcome[],
  }
  const faulty: Outcome[] = []
  for (let n = 0; n < VALVES; n++) {
    const one = draw(kind, random, false)
    tracing = process.env.TRACE === `${n}`
    if (tracing) console.log('—', n, JSON.stringify({ ...one.setup, card: one.setup.card.id }))
    const a = withAdviser(one, n + 1)
    tracing = false
    if (process.env.WHY && (a.called || !a.set || a.breaches.length > 0 || a.tinyBreaches > 0))
      console.log('   why', n, one.setup.law, one.setup.card.id, JSON.stringify({ ...a, log: undefined }))
    outcomes.adviser.push(a)
    outcomes.eighth.push(byRule(one, 'eighth'))
    outcomes.known.push(byRule(one, 'known-slope'))
    outcomes.spread.push(byRule(one, 'spread-slope'))
    if (a.set && !a.called) {
      const later = aYearLater(one, random2)
      tracing = process.env.TRACE === `again ${n}`
      if (tracing) console.log('— again', n, JSON.stringify({ ...later.setup, card: later.setup.card.id }))
      const b = withAdviser(later, n + 1, a.log)
      tracing = false
      if (process.env.WHY && (b.called || b.breaches.length > 0))
        console.log('   again', n, one.setup.law, one.setup.card.id, JSON.stringify({ ...b, log: undefined }))
      outcomes.again.push(b)
      outcomes.knownAgain.push(byRule(later, 'known-slope'))
    }
    if (n % 3 !== 0) continue
    const bad = draw(kind, random, true)
    tracing = process.env.TRACE === `faulty ${n}`
    if (tracing) console.log('— faulty', n, JSON.stringify({ ...bad.setup, card: bad.setup.card.id }))
    const b = withAdviser(bad, n + 1)
    tracing = false
    if (process.env.WHY && !b.set && !(b.called && b.moves < 10))
      console.log(
        '   faulty',
        n,
        bad.setup.law,
        bad.setup.card.id,
        JSON.stringify({ ...b, log: undefined, faults: bad.setup.faults, dead: bad.setup.dead }),
      )
    faulty.push(b)
  }
  const moves = (o: readonly Outcome[]) => o.map((x) => (x.set ? x.moves : MOST_MOVES))
  const [adviser, eighth] = [moves(outcomes.adviser.filter((o) => !o.called)), moves(outcomes.eighth)]
  const [known, spread] = [moves(outcomes.known), moves(outcomes.spread)]
  const [again, knownAgain] = [moves(outcomes.again.filter((o) => !o.called)), moves(outcomes.knownAgain)]
  const told = (x: readonly number[]) => `${q(x, 0.5)}/${q(x, 0.95)}/${mean(x).toFixed(1)}`
  const falseCalls = outcomes.adviser.filter((o) => o.called).length / VALVES
  const unset = outcomes.adviser.filter((o) => !o.called && !o.set).length
  const unsettable = faulty.filter((o) => !o.set)
  const called = unsettable.filter((o) => o.called && o.moves < 10).length / Math.max(1, unsettable.length)
  const breaches = outcomes.adviser.flatMap((o) => o.breaches)
  const tiny = outcomes.adviser.reduce((n, o) => n + o.tinyBreaches, 0)
  const drifted = outcomes.adviser.reduce((n, o) => n + o.drifted, 0)
  const asked =
    outcomes.adviser.reduce((n, o) => n + o.doubts, 0) /
    Math.max(
      1,
      outcomes.adviser.reduce((n, o) => n + o.moves, 0),
    )
  console.log(
    [
      `${kind.name.padEnd(20)} adviser ${told(adviser).padEnd(12)} eighth ${told(eighth).padEnd(12)} known ${told(known).padEnd(12)} spread ${told(spread).padEnd(12)}`,
      `${(mean(adviser) / mean(eighth)).toFixed(2)} × ${(mean(adviser) / mean(known)).toFixed(2)} ×`,
      `breaches ${breaches.length} (tiny ${tiny}, warming up ${drifted}) false calls ${(100 * falseCalls).toFixed(0)} % unset ${unset} asked in vain after ${(100 * asked).toFixed(0)} % of moves`,
      `faulty called ${(100 * called).toFixed(0)} % of ${unsettable.length}`,
      `a year later ${told(again)}, ${(mean(again) / mean(knownAgain)).toFixed(2)} × breaches ${outcomes.again.flatMap((o) => o.breaches).length} false calls ${outcomes.again.filter((o) => o.called).length}`,
    ].join(' | '),
  )
  for (const b of breaches.slice(0, process.env.WHY ? 99 : 4)) console.log(`    breach ${b}`)
  return { adviser, eighth, known, spread, again, knownAgain }
}

interface Moves {
  readonly adviser: readonly number[]
  readonly eighth: readonly number[]
  readonly known: readonly number[]
  readonly spread: readonly number[]
  /** The same valves a year later, by the adviser that remembers and by known slopes. */
  readonly again: readonly number[]
  readonly knownAgain: readonly number[]
}
/** A line for the process that asked, not for people. */
const MARK = '@moves '

/** One kind in a process of its own; its rows are passed on. */
function apart(kind: Kind): Promise<Moves> {
  return new Promise((resolve, reject) => {
    const child = spawn(process.execPath, [...process.execArgv, process.argv[1]!, String(VALVES), String(SEED), kind.name], {
      stdio: ['ignore', 'pipe', 'inherit'],
    })
    let text = ''
    child.stdout.on('data', (chunk) => (text += String(chunk)))
    child.on('close', () => {
      const lines = text.trimEnd().split('\n')
      const moves = lines.find((l) => l.startsWith(MARK))
      console.log(lines.filter((l) => !l.startsWith(MARK)).join('\n'))
      if (moves) resolve(JSON.parse(moves.slice(MARK.length)) as Moves)
      else reject(new Error(`The valves of ${kind.name} were not set`))
    })
  })
}

async function everyKind(): Promise<void> {
  const began = Date.now()
  console.log(
    `Setting ${VALVES} valves of each kind, seed ${SEED}; moves: median / 95th percentile / mean; adviser over eighth turns, over known slopes`,
  )
  const waiting = [...KINDS]
  const found: Moves[] = []
  const worker = async () => {
    for (let kind = waiting.shift(); kind; kind = waiting.shift()) found.push(await apart(kind))
  }
  await Promise.all(Array.from({ length: availableParallelism() }, worker))
  const all = (of: keyof Moves) => found.flatMap((m) => m[of])
  const [a, e, k] = [all('adviser'), all('eighth'), all('known')]
  // Only valves that both rules set: one that is given up counts as forty moves, and would say nothing of slopes.
  const both = found.flatMap((m) =>
    m.known.flatMap((n, i) => (n < MOST_MOVES && m.spread[i]! < MOST_MOVES ? [[n, m.spread[i]!] as const] : [])),
  )
  const spread = mean(both.map(([, s]) => s)) / mean(both.map(([n]) => n))
  console.log(
    `all: adviser ${q(a, 0.5)}/${q(a, 0.95)}/${mean(a).toFixed(2)}, ${(mean(a) / mean(e)).toFixed(2)} of eighth turns, ${(mean(a) / mean(k)).toFixed(2)} of known slopes (${spread.toFixed(2)} with their typical spread before the first move, where both rules set it); a year later ${mean(all('again')).toFixed(2)}, ${(mean(all('again')) / mean(all('knownAgain'))).toFixed(2)} of known slopes; ${((Date.now() - began) / 1000).toFixed(0)} s`,
  )
}

const only = KINDS.findIndex((kind) => ONLY !== undefined && kind.name.startsWith(ONLY))
if (only < 0) await everyKind()
else console.log(`${MARK}${JSON.stringify(setKind(only, KINDS[only]!))}`)
