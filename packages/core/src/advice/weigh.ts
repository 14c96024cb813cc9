import { o2OfLambda } from '../burner'
import { AIR_OXYGEN } from '../gas'
import type { Cloud } from './cloud'
import type { Aim, Cap, Desk, DeskScrew } from './desk'
import { SCREW_PRIORS } from './priors'
import type { Seen } from './seen'

const { abs, exp, log, max, sqrt } = Math

/** A band is aimed at within this share of its half: what is set at its very edge is outside tomorrow. */
const AIM_SHARE = 0.86
export const CENTRE_SHARE = 0.34
/** Guesses that may say that a limit is crossed, of those with the likely direction, and of all. */
const MAY_CROSS = 0.006
const MAY_CROSS_AT_ALL = 0.06
const SIGMAS = 2.4
/** So many half bands from the middle of a band is far. */
const FAR = 4
const SURE_OF_DIRECTION = 0.9
const ALIVE = 0.25

/** Weighs a move before it is made: how near it brings what is set, and whether it might cross a limit. */
export class Weigher {
  private scratch: Float64Array | null = null
  /** The limit that ruled out a move last. */
  inTheWay: Cap | null = null
  /** A rate whose limits of the flue gas are left out for once: what they hold back is asked for so. */
  flueUnread: string | null = null

  constructor(
    private readonly desk: Desk,
    private readonly cloud: Cloud,
    private readonly seen: Seen,
  ) {}

  /** Nobody knows yet which way it acts. */
  unsure(screw: DeskScrew): boolean {
    const plus = this.surePlus(this.desk.screws.indexOf(screw))
    return max(plus, 1 - plus) < SURE_OF_DIRECTION
  }

  /** Share of guesses in which clockwise is more, of those in which it does anything; a few that are left of many that say *dead* know nothing of it. */
  surePlus(screwAt: number): number {
    const { cloud } = this
    const c = cloud.columns.screw[screwAt]!
    let plus = 0
    let all = 0
    for (let p = 0; p < cloud.count; p++) {
      if (cloud.data[p * cloud.columns.width + c.dead]! > 0.5) continue
      all++
      if (cloud.data[p * cloud.columns.width + c.gain]! > 0) plus++
    }
    return all < ALIVE * cloud.count ? 0.5 : plus / all
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

  /** How much of a limit is used up, as the guesses have it: 1 at the limit. */
  share(cap: Cap): number {
    const { cloud } = this
    let sum = 0
    for (let p = 0; p < cloud.count; p++) sum += this.capped(cap, cloud.data, p * cloud.columns.width)
    return exp(sum / cloud.count) / cap.limit
  }

  /** The first limit that a move might cross, or go farther beyond; null where it is safe. */
  private blockedBy(after: Float64Array, screwAt: number, least: boolean): Cap | null {
    const { cloud, desk } = this
    const { width } = cloud.columns
    const plus = this.surePlus(screwAt)
    const unsure = max(plus, 1 - plus) < SURE_OF_DIRECTION
    const gain = cloud.columns.screw[screwAt]!.gain
    for (const cap of desk.caps) {
      if (!this.seen.at(cap.rateId)) continue
      if (cap.rateId === this.flueUnread && cap.figure !== 'pressure' && cap.figure !== 'input') continue
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
          if (is > limit && is > was + 5e-4) crossesLikely++
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
}
