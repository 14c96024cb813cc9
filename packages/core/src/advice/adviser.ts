import { o2OfLambda } from '../burner'
import { AIR_OXYGEN } from '../gas'
import { Cloud } from './cloud'
import type { Aim, Cap, Desk, DeskMove, DeskReading, DeskScrew } from './desk'
import { SCREW_PRIORS, TINY_TURN } from './priors'

const { abs, exp, log, max, min, sqrt } = Math

/** What a move is foretold to do to one figure: middle and 90 % interval, with what it is now. */
export interface Effect {
  readonly figure: 'pressure' | 'o2' | 'co2' | 'co' | 'input'
  readonly rateId: string
  readonly section: number | null
  readonly now: number
  readonly low: number
  readonly to: number
  readonly high: number
}

/** Why a valve is called out, the likeliest first. */
export const SUSPICIONS = [
  'starved',
  'at-its-stop',
  'does-not-answer',
  'other-screw',
  'wrong-way',
  'does-not-follow',
  'air-or-dirt',
] as const
export type Suspicion = (typeof SUSPICIONS)[number]

export type Advice =
  /** Nothing is advised blind: this is read first, or again. */
  | {
      readonly code: 'read'
      readonly rateId: string
      readonly figures: readonly DeskReading['figure'][]
      readonly sections: readonly number[]
    }
  | {
      readonly code: 'move'
      readonly screwId: string
      readonly rateId: string
      /** Clockwise positive, in the screw's own unit. */
      readonly amount: number
      /** So small because nobody knows yet which way it acts. */
      readonly tiny: boolean
      readonly effects: readonly Effect[]
      readonly waitS: number
      /** Rates to read once it has settled, the one it is made at first. */
      readonly then: readonly string[]
    }
  /** All within limits: best not to adjust. */
  | { readonly code: 'leave' }
  /** Set, and every rate verified. */
  | { readonly code: 'done'; readonly moves: number }
  | {
      readonly code: 'call-out'
      readonly suspicions: readonly { readonly code: Suspicion; readonly weight: number }[]
      readonly moves: number
    }
  /** The card names no target here: it measures and shows, no more. */
  | { readonly code: 'no-target'; readonly missing: readonly ('limits' | 'adjusters' | 'rates')[] }

/** What was foretold of a move and what came, for the log of moves. */
export interface Scored {
  readonly move: DeskMove
  readonly effects: readonly Effect[]
  /** How far the reading lay from what was foretold, in its doubt; null until it was read. */
  readonly surprise: number | null
}

/** A band is aimed at within this share of its half: what is set at its very edge is outside tomorrow. */
const AIM_SHARE = 0.86
const CENTRE_SHARE = 0.34
/** Guesses that may say that a limit is crossed, of those with the likely direction, and of all. */
const MAY_CROSS = 0.006
const MAY_CROSS_AT_ALL = 0.06
const SIGMAS = 2.4
/** Moves after which a valve that is not set is called out. */
const ENOUGH_MOVES = { one: 7, more: 9 } as const
/** What is not known of an input that nobody clocked is the same before and after a move; only how it answers counts against a limit. */
const INPUT_SPREAD = 0.005
/** Amounts of a move, in the least that a hand can make. */
const AMOUNTS = [1, 2, 3, 4, 5, 6, 7, 8, 10, 12, 14, 16, 18, 20, 22, 24, 28, 32, 36, 40, 48] as const
const SURE_OF_DIRECTION = 0.9
const GROWTH = 3
/** A move that is worth making brings its figure nearer by this, in rates out of their band. */
const NEARER = 0.004

interface Known {
  readonly readings: Map<string, DeskReading>
  /** Moves that have been made since, by screw and rate. */
  stale: number
  /** Whether something was moved since the last reading so that more than one screw explains it. */
}

/**
 * Sets a valve to target in few safe moves: told of readings and moves, it says the next single thing to do, with what it will do to every figure.
 *
 * @example
 * const adviser = new Adviser(deskOf(…), seededRandom(1))
 * adviser.read([{ figure: 'co2', rateId: 'max', valueSi: 0.082, repeats: 0.0004 }, { figure: 'co', rateId: 'max', valueSi: 30e-6, repeats: 2e-6 }])
 * adviser.advise() // { code: 'move', screwId: 'throttle', amount: -0.375, effects: […] }
 */
export class Adviser {
  readonly cloud: Cloud
  readonly moves: Scored[] = []
  private readonly known = new Map<string, Known>()
  private readonly net: Map<string, number>
  private foretold: readonly Effect[] | null = null
  private lastInlet: number | null = null

  constructor(
    readonly desk: Desk,
    random: () => number,
  ) {
    this.cloud = new Cloud(desk, random)
    this.net = new Map(desk.screws.map((s) => [s.id, s.position]))
  }

  /** Settled readings of one rate at one moment. Readings of a rate that is none of the desk's count for nothing. */
  read(readings: readonly DeskReading[]): void {
    for (const [rateId, some] of groupBy(readings)) {
      if (this.cloud.rateAt(rateId) < 0) continue
      const known = this.known.get(rateId) ?? { readings: new Map<string, DeskReading>(), stale: 0 }
      const first = known.readings.size === 0
      // CO last: its curve is read at the mixture and the input that hold.
      const co = some.filter((r) => r.figure === 'co')
      const surprise = this.cloud.read(
        some.filter((r) => r.figure !== 'co'),
        !first,
      )
      if (first) this.settleInput(rateId, some)
      this.cloud.read(co, false)
      for (const r of some) {
        known.readings.set(keyOf(r), r)
        if (r.figure === 'inlet') this.lastInlet = r.valueSi
      }
      known.stale = 0
      this.known.set(rateId, known)
      const last = this.moves.at(-1)
      if (last && last.surprise === null && last.move.rateId === rateId) this.moves[this.moves.length - 1] = { ...last, surprise }
    }
  }

  /** Where nobody clocked the meter, the input is what pressure or mixture say, within a few percent. */
  private settleInput(rateId: string, some: readonly DeskReading[]): void {
    const { cloud, desk } = this
    if (some.some((r) => r.figure === 'input')) return
    const r = cloud.rateAt(rateId)
    const c = cloud.columns.rate[r]!
    const aim = desk.aims.find((a) => a.figure === 'mixture' && a.rateId === rateId)
    const pressure = desk.aims.filter((a) => a.figure === 'pressure' && a.rateId === rateId)
    for (let p = 0; p < cloud.count; p++) {
      const o = p * cloud.columns.width
      const said =
        pressure.length > 0
          ? pressure.reduce((sum, a) => sum + 0.5 * log(cloud.data[o + c.pressure[a.section ?? 0]!]! / middleOf(a)), 0) / pressure.length
          : aim
            ? log(middleOf(aim)) - cloud.data[o + c.mixture]!
            : 0
      cloud.data[o + c.gas] = said + INPUT_SPREAD * cloud.normal()
    }
  }

  /** A move as it was made, whether it was advised or not. */
  moved(move: DeskMove): void {
    const screw = this.desk.screws.find((s) => s.id === move.screwId)
    if (!screw || !Number.isFinite(move.amount) || move.amount === 0) return
    this.cloud.moved(move)
    this.net.set(screw.id, (this.net.get(screw.id) ?? 0) + move.amount)
    this.moves.push({ move, effects: this.foretold ?? [], surprise: null })
    this.foretold = null
    for (const rate of this.desk.rates)
      if (this.touches(screw, rate.id, move.rateId)) {
        const known = this.known.get(rate.id)
        if (known) known.stale += rate.id === move.rateId ? 2 : 1
      }
  }

  /** Whether a screw that is moved at a rate can move another rate's figures. */
  private touches(screw: DeskScrew, rateId: string, movedAt: string): boolean {
    if (rateId === movedAt) return true
    if (screw.function === 'menu' || screw.function === 'cam') return false
    if (screw.section !== null) return this.desk.rates.find((r) => r.id === rateId)?.sections.includes(screw.section) ?? false
    return true
  }

  /** Net of as found by screw, clockwise positive, and the way back: the moves that undo it. */
  wayHome(): readonly { readonly screwId: string; readonly amount: number }[] {
    return [...this.net].flatMap(([screwId, net]) => (abs(net) > 1e-9 ? [{ screwId, amount: -net }] : []))
  }

  advise(): Advice {
    const { desk } = this
    const missing = [
      ...(desk.aims.length === 0 ? (['limits'] as const) : []),
      ...(desk.screws.length === 0 ? (['adjusters'] as const) : []),
      ...(desk.rates.length === 0 ? (['rates'] as const) : []),
    ]
    if (missing.length > 0) return { code: 'no-target', missing }
    // As it goes: the first rate in order that is off is set; what a move has changed elsewhere is read when it comes to that.
    // Every rate as found, before the first move: what a screw does elsewhere cannot be seen otherwise.
    for (const { id } of desk.rates) {
      const aims = desk.aims.filter((a) => a.rateId === id)
      const blind = aims.length > 0 && !this.known.has(id) ? this.blindAt(id) : null
      if (blind) return blind
    }
    // What stands in the way of the first may be the second: over-rich as found, no governor is opened before there is air.
    let stuck: Aim | null = null
    let relief: Advice | null = null
    for (const aim of this.inOrder()) {
      const blind = this.blindAt(aim.rateId, aim.figure === 'mixture')
      if (blind) return blind
      if (this.met(aim)) continue
      this.inTheWay = null
      const advice = this.towards(aim)
      if (advice) return advice
      relief ??= this.relief()
      stuck ??= aim
    }
    if (relief) return relief
    if (stuck) return { code: 'call-out', moves: this.moves.length, suspicions: this.suspicions(stuck, this.acting(stuck), true) }
    return this.moves.length === 0 ? { code: 'leave' } : { code: 'done', moves: this.moves.length }
  }

  /** Pressures before mixtures, each by the order of rates. */
  private inOrder(): readonly Aim[] {
    const place = (a: Aim) => (a.figure === 'pressure' ? 0 : 100) + this.cloud.rateAt(a.rateId)
    return [...this.desk.aims].sort((a, b) => place(a) - place(b))
  }

  /** What has to be read at a rate before anything is said of it. */
  private blindAt(rateId: string, mixture = false): Advice | null {
    const { desk } = this
    const known = this.known.get(rateId)
    const rate = desk.rates[this.cloud.rateAt(rateId)]!
    const aims = desk.aims.filter((a) => a.rateId === rateId)
    const pressures = aims.filter((a) => a.figure === 'pressure')
    const sections = [...new Set(pressures.map((a) => a.section ?? rate.sections[0] ?? 0))]
    // Burner pressure may be set by gauge alone; mixture never is, and what has the probe in shows its CO with every move.
    const limited = desk.caps.some((c) => c.rateId === rateId && c.figure !== 'pressure' && c.figure !== 'input')
    const mixtures = aims.some((a) => a.figure === 'mixture')
    const flue = mixture || (desk.analyser ? mixtures || limited : mixtures && pressures.length === 0)
    const figures: DeskReading['figure'][] = [
      ...(pressures.length > 0 ? (['pressure'] as const) : []),
      ...(flue ? ([desk.reads, 'co'] as const) : []),
    ]
    const has = (figure: DeskReading['figure'], section?: number) => known?.readings.has(`${figure} ${section ?? ''}`) === true
    const lacks = figures.some((f) => (f === 'pressure' ? sections.some((s) => !has(f, desk.sectionCount > 1 ? s : undefined)) : !has(f)))
    if (figures.length === 0) return null
    return !known || known.stale > 0 || lacks ? { code: 'read', rateId, figures, sections } : null
  }

  private readingOf(aim: Aim): number | null {
    const known = this.known.get(aim.rateId)
    const { desk } = this
    if (aim.figure === 'pressure')
      return known?.readings.get(`pressure ${desk.sectionCount > 1 ? (aim.section ?? '') : ''}`)?.valueSi ?? null
    const read = known?.readings.get(`${desk.reads} `)
    return read ? exp(this.cloud.latent(read)!.value) : null
  }

  /** How well the figure of an aim repeats, in the aim's own unit. */
  private doubtOf(aim: Aim): number {
    const reading = this.known
      .get(aim.rateId)
      ?.readings.get(
        aim.figure === 'pressure' ? `pressure ${this.desk.sectionCount > 1 ? (aim.section ?? '') : ''}` : `${this.desk.reads} `,
      )
    if (!reading) return 0
    if (aim.figure === 'pressure') return reading.repeats
    const seen = this.cloud.latent(reading)!
    return seen.doubt * exp(seen.value)
  }

  private met(aim: Aim): boolean {
    const value = this.readingOf(aim)
    if (value === null) return false
    const middle = (aim.min + aim.max) / 2
    const half = (aim.max - aim.min) / 2
    if (this.desk.habit === 'centre') return abs(value - (aim.nominal ?? middle)) <= CENTRE_SHARE * half
    // What has been moved is set inside by what the instrument cannot tell; what was inside as found is left alone.
    const margin = this.moves.length === 0 ? 0 : min(0.1 * half, 0.8 * this.doubtOf(aim))
    return abs(value - middle) <= half - margin
  }

  /** Screws that can bring a figure to its band, the one that is meant for it first. */
  private acting(aim: Aim): readonly DeskScrew[] {
    const { desk } = this
    const at = desk.screws.filter((s) => {
      if (s.section !== null && aim.section !== null && s.section !== aim.section) return false
      const own = s.rates.includes(aim.rateId)
      if (aim.figure === 'pressure') return (s.function === 'governor' || s.function === 'click') && own
      if (s.function === 'governor' || s.function === 'click') return false
      return own
    })
    if (at.length > 0) return at
    // Rates between: whatever acts on mixture or pressure there at all.
    const here = desk.screws.filter((s) => s.section === null || aim.section === null || s.section === aim.section)
    const governors = here.filter((s) => s.function === 'governor' || s.function === 'click')
    const others = here.filter((s) => !governors.includes(s))
    if (aim.figure === 'pressure') return governors.length > 0 ? governors : others.filter((s) => s.function !== 'menu')
    return others.length > 0 ? others : governors
  }

  /** The next move towards an aim, or that it is called out; null where nothing that is safe brings it nearer. */
  private towards(aim: Aim): Advice | null {
    const screws = this.acting(aim)
    return this.callOut(aim, screws) ?? this.best(aim, screws)
  }

  private best(aim: Aim, screws: readonly DeskScrew[]): Advice | null {
    let best: { screw: DeskScrew; amount: number; cost: number } | null = null
    const stay = this.cost(null, 0, aim)!
    for (const screw of screws)
      for (const amount of this.amounts(screw)) {
        const cost = this.cost(screw, amount, aim)
        if (cost !== null && (best === null || cost.all < best.cost - 1e-9) && cost.own < stay.own + (this.unsure(screw) ? 0.02 : -NEARER))
          best = { screw, amount, cost: cost.all }
      }
    return best && this.proposal(best.screw, best.amount, aim)
  }

  /** Where only a pressure or input at its limit stands in the way, it is brought down first by whatever else moves it there: air of a ratio control. */
  private relief(): Advice | null {
    const cap = this.inTheWay
    if (cap?.figure !== 'pressure' || this.moves.length >= ENOUGH_MOVES.more) return null
    const lower: Aim = { figure: 'pressure', rateId: cap.rateId, section: cap.section, min: 0.8 * cap.limit, max: 0.9 * cap.limit }
    const others = this.desk.screws.filter((s) => s.moves === 'air' && s.rates.includes(cap.rateId))
    return others.length > 0 && !this.blindAt(cap.rateId) ? this.best(lower, others) : null
  }

  private unsure(screw: DeskScrew): boolean {
    const plus = this.surePlus(this.desk.screws.indexOf(screw))
    return max(plus, 1 - plus) < SURE_OF_DIRECTION
  }

  /** Share of guesses in which clockwise is more. */
  private surePlus(screwAt: number): number {
    const { cloud } = this
    const c = cloud.columns.screw[screwAt]!
    let plus = 0
    let all = 0
    for (let p = 0; p < cloud.count; p++) {
      if (cloud.data[p * cloud.columns.width + c.dead]! > 0.5) continue
      all++
      if (cloud.data[p * cloud.columns.width + c.gain]! > 0) plus++
    }
    return all === 0 ? 0.5 : plus / all
  }

  private amounts(screw: DeskScrew): number[] {
    const { least, most } = SCREW_PRIORS[screw.function]
    const steps = this.unsure(screw) ? [max(1, Math.round((screw.unit === 'turn' ? TINY_TURN : least) / least))] : AMOUNTS
    // Between its stops as far as they are known: it cannot go farther than its whole travel from where it was found.
    const net = this.net.get(screw.id) ?? 0
    const room = screw.travel ?? Infinity
    return steps
      .map((n) => n * least)
      .filter((a) => a <= most + 1e-9 && a <= this.boldest(screw))
      .flatMap((a) => [a, -a])
      .filter((a) => abs(net + a) <= room)
  }

  /** No move is many times larger than the largest before: what hung in its play or stuck comes all at once. */
  private boldest(screw: DeskScrew): number {
    const made = this.moves.flatMap((m) => (m.move.screwId === screw.id ? [abs(m.move.amount)] : []))
    return made.length === 0 ? Infinity : GROWTH * max(...made) + 1e-9
  }

  private scratch: Float64Array | null = null
  /** The limit that ruled out a move last. */
  private inTheWay: Cap | null = null

  /**
   * What is still to be done after a move, as its guesses have it: rates out of their band, and how far; null if it is not safe.
   */
  private cost(screw: DeskScrew | null, amount: number, aim: Aim): { readonly all: number; readonly own: number } | null {
    const { cloud, desk } = this
    const { width } = cloud.columns
    const after = (this.scratch ??= new Float64Array(cloud.data.length))
    after.set(cloud.data)
    const at = screw ? desk.screws.indexOf(screw) : -1
    if (screw) {
      const r = cloud.rateAt(aim.rateId)
      for (let p = 0; p < cloud.count; p++) cloud.turn(after, p * width, at, r, amount, ((p % 7) - 3) / 2)
      const cap = this.blockedBy(after, at, abs(amount) <= SCREW_PRIORS[screw.function].least + 1e-9)
      if (cap) {
        this.inTheWay = cap
        return null
      }
    }
    let all = 0
    let own = 0
    for (const a of desk.aims.includes(aim) ? desk.aims : [aim]) {
      const middle = desk.habit === 'centre' ? (a.nominal ?? (a.min + a.max) / 2) : (a.min + a.max) / 2
      const half = ((a.max - a.min) / 2) * (desk.habit === 'centre' ? CENTRE_SHARE : AIM_SHARE)
      const column = this.columnOf(a)
      const known = this.known.has(a.rateId)
      if (!known) continue
      let out = 0
      let far = 0
      for (let p = 0; p < cloud.count; p++) {
        const raw = after[p * width + column]!
        const d = abs((a.figure === 'mixture' ? exp(raw) : raw) - middle) / half
        if (d > 1) out++
        far += min(4, d)
      }
      const weight = a === aim ? 1 : a.rateId === aim.rateId ? 0.6 : 0.1
      const cost = (out + 0.08 * far) / cloud.count
      all += weight * cost
      if (a === aim) own = cost
    }
    return { all, own }
  }

  private columnOf({ figure, rateId, section }: Pick<Aim, 'figure' | 'rateId' | 'section'>): number {
    const c = this.cloud.columns.rate[this.cloud.rateAt(rateId)]!
    return figure === 'pressure' ? c.pressure[section ?? 0]! : c.mixture
  }

  /** The value that a cap is about, of one guess. */
  private capped(cap: Cap, data: Float64Array, o: number): number {
    const { cloud, desk } = this
    const r = cloud.rateAt(cap.rateId)
    const c = cloud.columns.rate[r]!
    switch (cap.figure) {
      case 'pressure':
        return log(max(1, data[o + c.pressure[cap.section ?? 0]!]!))
      case 'input':
        return data[o + c.gas]!
      case 'mixtureFloor':
        return -data[o + c.mixture]!
      default: {
        const airFree = data[o + c.co]! + cloud.curve(data, o, r) - log(1e6)
        if (cap.figure === 'coAirFree') return airFree
        const o2 = o2OfLambda(desk.gas, max(1, exp(data[o + c.mixture]!)))
        const diluted = airFree + log(max(1e-3, (AIR_OXYGEN - o2) / AIR_OXYGEN))
        return cap.figure === 'co' ? diluted : diluted - log(max(1e-3, desk.gas.co2Max * (1 - o2 / AIR_OXYGEN)))
      }
    }
  }

  /** The first limit that a move might cross, or go farther beyond; null where it is safe. */
  private blockedBy(after: Float64Array, screwAt: number, least: boolean): Cap | null {
    const { cloud, desk } = this
    const { width } = cloud.columns
    const plus = this.surePlus(screwAt)
    const unsure = max(plus, 1 - plus) < SURE_OF_DIRECTION
    const gain = cloud.columns.screw[screwAt]!.gain
    for (const cap of desk.caps) {
      if (!this.known.has(cap.rateId)) continue
      const limit = cap.figure === 'mixtureFloor' ? -log(cap.limit) : log(cap.limit)
      let before = 0
      let crosses = 0
      let crossesLikely = 0
      let likely = 0
      const values: number[] = []
      let outward = 0
      for (let p = 0; p < cloud.count; p++) {
        const o = p * width
        const was = this.capped(cap, cloud.data, o)
        const is = this.capped(cap, after, o)
        before += was
        const usual = cloud.data[o + gain]! > 0 === plus >= 0.5
        if (usual) {
          likely++
          if (is > limit) crossesLikely++
        }
        if (is > limit && was <= limit) crosses++
        if (is > was + 0.002) {
          outward++
          if (usual) values.push(is)
        }
      }
      const n = cloud.count
      if (before / n > limit) {
        // Already beyond: only inward, but for a tiny move of a screw that nobody knows.
        if (outward / n > (unsure ? 0.6 : 0.08)) return cap
        continue
      }
      const moved = outward / n > 0.02
      if (!moved) continue
      // A move towards a limit: its tail is longer than so few guesses show.
      const mean = values.reduce((a, b) => a + b, 0) / max(1, values.length)
      const sd = sqrt(values.reduce((a, b) => a + (b - mean) ** 2, 0) / max(1, values.length))
      const edge = !least && cap.figure.startsWith('co') && before / n + 0.02 > limit ? 0.02 : 0
      if (crosses / n > MAY_CROSS_AT_ALL || crossesLikely / max(1, likely) > (least ? 4 : 1) * MAY_CROSS + edge) return cap
      if (!least && values.length > 0.1 * likely && mean + SIGMAS * sd > limit && sd > 0.005) return cap
    }
    return null
  }

  private proposal(screw: DeskScrew, amount: number, aim: Aim): Advice {
    const { cloud, desk } = this
    const { width } = cloud.columns
    const at = desk.screws.indexOf(screw)
    const after = cloud.data.slice()
    const r = cloud.rateAt(aim.rateId)
    for (let p = 0; p < cloud.count; p++) cloud.turn(after, p * width, at, r, amount, cloud.normal())
    const effects = this.effects(after)
    this.foretold = effects
    const touched = desk.rates.filter((x) => this.touches(screw, x.id, aim.rateId)).map((x) => x.id)
    return {
      code: 'move',
      screwId: screw.id,
      rateId: aim.rateId,
      amount,
      tiny: this.unsure(screw),
      effects,
      waitS: SCREW_PRIORS[screw.function].waitS,
      then: [aim.rateId, ...touched.filter((id) => id !== aim.rateId)],
    }
  }

  private effects(after: Float64Array): readonly Effect[] {
    const { cloud, desk } = this
    const { width } = cloud.columns
    const list: Effect[] = []
    const add = (figure: Effect['figure'], rateId: string, section: number | null, of: (data: Float64Array, o: number) => number) => {
      const now: number[] = []
      const to: number[] = []
      for (let p = 0; p < cloud.count; p++) {
        now.push(of(cloud.data, p * width))
        to.push(of(after, p * width))
      }
      now.sort((a, b) => a - b)
      to.sort((a, b) => a - b)
      const q = (x: number[], share: number) => x[Math.floor(share * (x.length - 1))]!
      if (abs(q(to, 0.5) - q(now, 0.5)) > 1e-3 * abs(q(now, 0.5)) || q(to, 0.95) - q(to, 0.05) > 1.2 * (q(now, 0.95) - q(now, 0.05)))
        list.push({ figure, rateId, section, now: q(now, 0.5), low: q(to, 0.05), to: q(to, 0.5), high: q(to, 0.95) })
    }
    for (const [r, rate] of desk.rates.entries()) {
      const known = this.known.get(rate.id)
      if (!known) continue
      const c = cloud.columns.rate[r]!
      for (const section of rate.sections)
        if (known.readings.has(`pressure ${desk.sectionCount > 1 ? section : ''}`))
          add('pressure', rate.id, desk.sectionCount > 1 ? section : null, (d, o) => d[o + c.pressure[section]!]!)
      if (known.readings.has(`${desk.reads} `)) {
        const o2 = (d: Float64Array, o: number) => o2OfLambda(desk.gas, max(1, exp(d[o + c.mixture]!)))
        add(desk.reads, rate.id, null, (d, o) => (desk.reads === 'o2' ? o2(d, o) : desk.gas.co2Max * (1 - o2(d, o) / AIR_OXYGEN)))
        if (known.readings.has('co '))
          add('co', rate.id, null, (d, o) => (exp(d[o + c.co]! + cloud.curve(d, o, r)) * 1e-6 * (AIR_OXYGEN - o2(d, o))) / AIR_OXYGEN)
      }
      add('input', rate.id, null, (d, o) => exp(d[o + c.gas]!))
    }
    return list
  }

  /** A valve that cannot be set is called out before somebody has turned it ten times. */
  private callOut(aim: Aim, screws: readonly DeskScrew[]): Advice | null {
    if (screws.length === 0) return { code: 'call-out', moves: this.moves.length, suspicions: [{ code: 'air-or-dirt', weight: 1 }] }
    const made = this.moves.filter((m) => screws.some((s) => s.id === m.move.screwId))
    const out = (): Advice => ({ code: 'call-out', moves: this.moves.length, suspicions: this.suspicions(aim, screws, false) })
    const budget = screws.length > 1 ? ENOUGH_MOVES.more : ENOUGH_MOVES.one
    if (made.length >= budget) return out()
    if (made.length >= 2 && screws.every((s) => this.dead(s) > 0.9)) return out()
    // As far as it may go, and still not there.
    if (made.length > 0 && screws.every((s) => this.spent(s, aim))) return out()
    return null
  }

  /** Share of guesses in which a screw does nothing, or the supply holds everything down. */
  private dead(screw: DeskScrew): number {
    const { cloud } = this
    const c = cloud.columns.screw[this.desk.screws.indexOf(screw)]!
    return cloud.guessed(c.dead).mean
  }

  private spent(screw: DeskScrew, aim: Aim): boolean {
    const net = this.net.get(screw.id) ?? 0
    const { least } = SCREW_PRIORS[screw.function]
    if (screw.travel === null || abs(net) + least < screw.travel) return false
    const value = this.readingOf(aim)
    return value !== null
  }

  private suspicions(
    aim: Aim,
    screws: readonly DeskScrew[],
    unsafe: boolean,
  ): readonly { readonly code: Suspicion; readonly weight: number }[] {
    const { cloud } = this
    const weights = new Map<Suspicion, number>()
    const value = this.readingOf(aim)
    const middle = (aim.min + aim.max) / 2
    const low = value !== null && value < middle
    for (const s of screws) {
      weights.set('does-not-answer', max(weights.get('does-not-answer') ?? 0, this.dead(s)))
      const net = abs(this.net.get(s.id) ?? 0)
      if (s.travel !== null && net > 0.45 * s.travel) weights.set('at-its-stop', 0.6)
    }
    if (aim.figure === 'pressure' && low) {
      const c = cloud.columns
      let held = 0
      for (let p = 0; p < cloud.count; p++) if (cloud.data[p * c.width + c.ceiling]! < 1e8) held++
      weights.set(
        'starved',
        max(held / cloud.count, this.lastInlet !== null && value !== null && this.lastInlet < 1.15 * value ? 0.9 : 0.2),
      )
    }
    const surprises = this.moves.filter((m) => (m.surprise ?? 0) > 3).length
    weights.set('does-not-follow', min(0.9, 0.2 + 0.2 * surprises))
    if (unsafe || aim.figure === 'mixture') weights.set('air-or-dirt', unsafe ? 0.7 : 0.25)
    return [...weights]
      .filter(([, w]) => w >= 0.1)
      .sort(([, a], [, b]) => b - a)
      .map(([code, weight]) => ({ code, weight }))
  }
}

const middleOf = (a: Aim): number => a.nominal ?? (a.min + a.max) / 2
const keyOf = (r: DeskReading): string => `${r.figure} ${r.section ?? ''}`
function groupBy(readings: readonly DeskReading[]): Map<string, DeskReading[]> {
  const found = new Map<string, DeskReading[]>()
  for (const r of readings) found.set(r.rateId, [...(found.get(r.rateId) ?? []), r])
  return found
}
