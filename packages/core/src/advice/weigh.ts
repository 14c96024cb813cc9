import { o2OfLambda } from '../burner'
import { AIR_OXYGEN } from '../gas'
import type { Cloud } from './cloud'
import type { Aim, Cap, Desk, DeskScrew } from './desk'
import { SCREW_PRIORS } from './priors'
import type { Seen } from './seen'
import { bendOf } from './valve'

const { abs, exp, log, max, sqrt } = Math

/** A band is aimed at within this share of its half: what is set at its very edge is outside tomorrow. */
const AIM_SHARE = 0.86
export const CENTRE_SHARE = 0.34
/** Guesses that may say that a limit is crossed, of those with the likely direction, and of all. */
const MAY_CROSS = 0.003
const MAY_CROSS_AT_ALL = 0.06
const SIGMAS = 2.7
/** So many times what a move is thought to do must not cross a limit either: elsewhere on its thread, or past its play, a screw may answer so much more than it did. */
const TIMES_THE_EFFECT = 2
/** So many half bands from the middle of a band is far. */
const FAR = 4
/** An input that nobody clocked is known by its pressure or mixture alone, to so much of its logarithm: the gas and the orifices are not quite as they are named. */
const UNCLOCKED = 0.01
/** No logarithm of a CO comes to this: not calculated yet. */
const UNKNOWN = Infinity
const SURE_OF_DIRECTION = 0.9
/** Nearer to a limit by less than this, of its logarithm, is no move towards it. */
const OUTWARD = 0.002
const ALIVE = 0.25
/** A move towards a limit by less than this, of its logarithm, is hardly one. */
const FELT = 0.01

/** A limit with what the guesses say of it before any move. */
interface Guarded {
  readonly cap: Cap
  readonly rateAt: number
  /** Where a guess keeps what the limit is about: a pressure, or mixture and gas. */
  readonly at: number
  readonly gasAt: number
  readonly ofCo: boolean
  /** As `capped` counts: what is above it is beyond. */
  readonly limit: number
  readonly was: Float64Array
  readonly mean: number
}

/** Which way the guesses have a screw act: those on the likelier side are the usual ones. */
interface Side {
  readonly unsure: boolean
  readonly plus: boolean
  readonly usual: number
}

/** Weighs a move before it is made: how near it brings what is set, and whether it might cross a limit. */
export class Weigher {
  private scratch: Float64Array | null = null
  private held: readonly Guarded[] | null = null
  private readonly sides = new Map<number, Side>()
  /** CO air-free of every guess after the move that is being weighed, by rate: three limits may ask for it. */
  private readonly airFreeAfter = new Map<number, Float64Array>()
  /** The limit that ruled out a move last. */
  inTheWay: Cap | null = null
  /** A rate whose limits are left out for once, of the flue gas or all: what they hold back is asked for so. */
  leftOut: { readonly rateId: string; readonly flue: boolean } | null = null

  constructor(
    private readonly desk: Desk,
    private readonly cloud: Cloud,
    private readonly seen: Seen,
  ) {}

  /** Something was moved or read since: what the guesses said before is no more. */
  renew(): void {
    this.held = null
    this.sides.clear()
    this.inTheWay = null
  }

  /** Nobody knows yet which way it acts. */
  unsure(screw: DeskScrew): boolean {
    return this.sideOf(this.desk.screws.indexOf(screw)).unsure
  }

  /** Of those guesses in which it does anything; a few that are left of many that say *dead* know nothing of it. */
  private sideOf(screwAt: number): Side {
    const known = this.sides.get(screwAt)
    if (known) return known
    const { cloud } = this
    const c = cloud.columns.screw[screwAt]!
    let plus = 0
    let plusAlive = 0
    let alive = 0
    for (let p = 0; p < cloud.count; p++) {
      const more = cloud.data[p * cloud.columns.width + c.gain]! > 0
      if (more) plus++
      if (cloud.data[p * cloud.columns.width + c.dead]! > 0.5) continue
      alive++
      if (more) plusAlive++
    }
    const share = alive < ALIVE * cloud.count ? 0.5 : plusAlive / alive
    const usual = share >= 0.5 ? plus : cloud.count - plus
    const side = { unsure: max(share, 1 - share) < SURE_OF_DIRECTION, plus: share >= 0.5, usual }
    this.sides.set(screwAt, side)
    return side
  }

  /**
   * What is still to be done after a move, as its guesses have it: rates out of their band, and how far; null if it is not safe.
   */
  cost(screw: DeskScrew | null, amount: number, aim: Aim): { readonly all: number; readonly own: number } | null {
    const { cloud, desk } = this
    const { width } = cloud.columns
    const after = (this.scratch ??= new Float64Array(cloud.data.length))
    after.set(cloud.data)
    const at = screw ? desk.screws.indexOf(screw) : -1
    if (screw) {
      const r = cloud.rateAt(aim.rateId)
      for (let p = 0; p < cloud.count; p++) cloud.valve.turn(after, p * width, at, r, amount, bendOf(p))
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
      const known = this.seen.at(a.rateId)
      if (!known) continue
      let out = 0
      let far = 0
      for (let p = 0; p < cloud.count; p++) {
        const raw = after[p * width + column]!
        const d = abs((a.figure === 'mixture' ? exp(raw) : raw) - middle) / half
        if (d > 1) out++
        // Far off, a step nearer still counts, but no more than one close by.
        far += d < FAR ? d : FAR + log(d / FAR)
      }
      const weight = a === aim ? 1 : this.goesWith(a, aim) ? 0.6 : 0.1
      const cost = (out + 0.08 * far) / cloud.count
      all += weight * cost
      if (a === aim) own = cost
    }
    return { all, own }
  }

  /**
   * What is set by the same move: what stands at the same rate. Mixture that has a screw of its own is set by that once the
   * pressure is: till then it may go out of its band, its limits may not.
   */
  private goesWith(a: Aim, aim: Aim): boolean {
    if (a.rateId !== aim.rateId) return false
    const setLater = aim.figure === 'pressure' && a.figure === 'mixture'
    return !setLater || !this.desk.screws.some((s) => s.function !== 'governor' && s.function !== 'click' && s.rates.includes(a.rateId))
  }

  /** Where a guess keeps a pressure; mixture for everything else. */
  private columnOf({ figure, rateId, section }: { readonly figure: string } & Pick<Aim, 'rateId' | 'section'>): number {
    const c = this.cloud.columns.rate[this.cloud.rateAt(rateId)]!
    return figure === 'pressure' ? c.pressure[section ?? 0]! : c.mixture
  }

  /** The value that a cap is about, of one guess. */
  private capped(cap: Cap, r: number, data: Float64Array, o: number, coAirFree?: number): number {
    const { cloud, desk } = this
    const c = cloud.columns.rate[r]!
    switch (cap.figure) {
      case 'pressure':
        return log(max(1, data[o + c.pressure[cap.section ?? 0]!]!))
      case 'input':
        return data[o + c.gas]!
      case 'mixtureFloor':
        return -data[o + c.mixture]!
      default: {
        const airFree = coAirFree ?? this.airFree(data, o, r)
        if (cap.figure === 'coAirFree') return airFree
        const o2 = o2OfLambda(desk.gas, max(1, exp(data[o + c.mixture]!)))
        const diluted = airFree + log(max(1e-3, (AIR_OXYGEN - o2) / AIR_OXYGEN))
        return cap.figure === 'co' ? diluted : diluted - log(max(1e-3, desk.gas.co2Max * (1 - o2 / AIR_OXYGEN)))
      }
    }
  }

  /** Natural logarithm of CO air-free (mol/mol) of one guess. */
  private airFree(data: Float64Array, o: number, r: number): number {
    return data[o + this.cloud.columns.rate[r]!.co]! + this.cloud.curve(data, o, r) - log(1e6)
  }

  /** How much of a limit is used up, as the guesses have it: 1 at the limit. */
  share(cap: Cap): number {
    return exp(this.limits().find((l) => l.cap === cap)?.mean ?? -Infinity) / cap.limit
  }

  private limits(): readonly Guarded[] {
    const { cloud, desk } = this
    this.held ??= desk.caps
      .filter((cap) => this.seen.at(cap.rateId))
      .map((cap) => {
        const rateAt = cloud.rateAt(cap.rateId)
        const was = Float64Array.from({ length: cloud.count }, (_, p) => this.capped(cap, rateAt, cloud.data, p * cloud.columns.width))
        const mean = was.reduce((a, b) => a + b, 0) / cloud.count
        const c = cloud.columns.rate[rateAt]!
        return {
          cap,
          rateAt,
          at: this.columnOf(cap),
          gasAt: c.gas,
          ofCo: cap.figure.startsWith('co'),
          limit: this.limitOf(cap),
          was,
          mean,
        }
      })
    return this.held
  }

  private limitOf(cap: Cap): number {
    if (cap.figure === 'mixtureFloor') return -log(cap.limit)
    const unclocked = cap.figure === 'input' && !this.seen.newest(cap.rateId, 'input')
    return log(cap.limit) - (unclocked ? UNCLOCKED : 0)
  }

  /** The value of a limit for one guess after a move; as it was where the move did not come through to it. */
  private valueAfter({ cap, rateAt, at, gasAt, ofCo, was }: Guarded, after: Float64Array, p: number): number {
    const { data, columns, count } = this.cloud
    const o = p * columns.width
    const same = after[o + at] === data[o + at] && (cap.figure === 'pressure' || after[o + gasAt] === data[o + gasAt])
    if (same) return was[p]!
    if (!ofCo) return this.capped(cap, rateAt, after, o)
    let known = this.airFreeAfter.get(rateAt)
    if (!known) this.airFreeAfter.set(rateAt, (known = new Float64Array(count).fill(UNKNOWN)))
    if (known[p] === UNKNOWN) known[p] = this.airFree(after, o, rateAt)
    return this.capped(cap, rateAt, after, o, known[p])
  }

  /** The first limit that a move might cross, or go farther beyond; null where it is safe. */
  private blockedBy(after: Float64Array, screwAt: number, least: boolean): Cap | null {
    const side = this.sideOf(screwAt)
    this.airFreeAfter.clear()
    for (const held of this.limits()) {
      const { cap } = held
      if (cap.rateId === this.leftOut?.rateId && !(this.leftOut.flue && (cap.figure === 'pressure' || cap.figure === 'input'))) continue
      if (held.mean > held.limit ? this.goesOut(held, after, side) : this.mayCross(held, after, screwAt, side, least)) return cap
    }
    return null
  }

  /** Already beyond: only inward, but for a tiny move of a screw that nobody knows. */
  private goesOut(held: Guarded, after: Float64Array, side: Side): boolean {
    const { count } = this.cloud
    const most = (side.unsure ? 0.6 : 0.08) * count
    let outward = 0
    for (let p = 0; p < count; p++) if (this.valueAfter(held, after, p) > held.was[p]! + OUTWARD && ++outward > most) return true
    return false
  }

  private mayCross(held: Guarded, after: Float64Array, screwAt: number, side: Side, least: boolean): boolean {
    const { cloud } = this
    const { limit, was, mean: before } = held
    const { count: n } = cloud
    const { width } = cloud.columns
    const { gain } = cloud.columns.screw[screwAt]!
    const edge = !least && held.ofCo && before + 0.02 > limit ? 0.02 : 0
    const mostLikely = ((least ? 4 : 1) * MAY_CROSS + edge) * max(1, side.usual)
    let crosses = 0
    let crossesLikely = 0
    let outward = 0
    let far = 0
    let sum = 0
    let squares = 0
    for (let p = 0; p < n; p++) {
      const is = this.valueAfter(held, after, p)
      if (is === was[p]) continue
      const usual = cloud.data[p * width + gain]! > 0 === side.plus
      if (usual && is > limit && is > was[p]! + 5e-4) crossesLikely++
      if (is > limit && was[p]! <= limit) crosses++
      if (is > was[p]! + OUTWARD) {
        outward++
        if (usual) {
          far++
          sum += is - limit
          squares += (is - limit) ** 2
        }
      }
    }
    // What hardly moves towards a limit does not cross it.
    if (outward <= 0.02 * n) return false
    if (crosses > MAY_CROSS_AT_ALL * n || crossesLikely > mostLikely) return true
    const mean = sum / max(1, far)
    if (least || far <= 0.1 * side.usual) return false
    const effect = mean + limit - before
    if (effect > FELT && before + TIMES_THE_EFFECT * effect > limit) return true
    // Its tail is longer than so few guesses show.
    const sd = sqrt(max(0, squares / max(1, far) - mean ** 2))
    return mean + SIGMAS * sd > 0 && sd > 0.005
  }
}
