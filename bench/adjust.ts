/** Setting valves to target: the adviser against two baselines, on the same valves in the same run. `npm run bench -- adjust [valves] [seed]`. */
import { spawn } from 'node:child_process'
import { availableParallelism } from 'node:os'
import { Adviser, type Aim, type Desk, type DeskEntry, type DeskReading } from '@lucerna/core/advice'
import { lambdaOfO2 } from '@lucerna/core/burner'
import { Plant, type PlantSetup } from '@lucerna/sim/adjusting'
import { normal, seededRandom } from '@lucerna/sim/random'
import { aYearLater, type Case, draw, isInside, type Kind, KINDS, valueOf } from './adjustCases'

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

let tracing = false

interface Outcome {
  readonly last?: string
  /** What was read and moved, as the adviser of a later visit gets it. */
  readonly log?: readonly DeskEntry[]
  readonly moves: number
  /** Times that the appliance was brought to another rate to be read, of the adviser. */
  readonly changes?: number
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
  let changes = 0
  let at: string | null = null
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
      if (at !== null && at !== advice.rateId) changes++
      at = advice.rateId
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
        changes,
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
      `brought to another rate ${mean(outcomes.adviser.map((o) => o.changes ?? 0)).toFixed(1)} times`,
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
