import { lnCoAirFree } from './coCurve'
import { type Columns, columnsOf } from './columns'
import { Crowd } from './crowd'
import type { Desk, DeskEntry, DeskMove, DeskReading, DeskScrew } from './desk'
import { Gains } from './gains'
import { spread, widerBy } from './kernel'
import { DEAD, DIRECTION, GOVERNOR_AT_PA, PRINTED_SPREAD, SCREW_FUNCTIONS, SCREW_PRIORS, UNLIKE_PRINTED } from './priors'
import { lambdaOfO2 } from '../burner'
import { AIR_OXYGEN } from '../gas'
import { Unread } from './unread'
import { Valve } from './valve'
import { drawn, howWell, type ToWeigh, weightsOf } from './weights'

// Called for every particle: taken out of the global object once.
const { abs, cos, exp, log, max, min, PI, sqrt } = Math

/** So many guesses at what the valve is like are held at once. */
const PARTICLES = 560
/** Doubt of a CO reading's logarithm: the cell, and a flame that flickers. */
const CO_DOUBT = 0.15
/** Screws of one kind on one appliance are alike by this share of their doubt; the rest is their own. */
const ALIKE = 0.8
const OWN = 0.6
/** Beyond so many times its doubt a reading was not foretold. */
const SURPRISED = 3
/** After a surprise so many start anew, for what nobody has thought of. */
const ANEW = 0.15
/** How far those that are asked beside them go apart in what was learnt of a gain, of its logarithm. */
const ASKED_APART = 0.06
/** So much of a pressure, and of the logarithm of the mixture, comes and goes while nobody moves anything: weather, water, a fan that hunts. */
const WANDERS = { pressure: 0.0005, mixture: 0.002 } as const

/** One in so many threads is worn, with so many times the usual play; one in so many sticks, and comes loose at about its usual play. */
const WORN = 0.12
const WORN_PLAY = 5
const STICKS = 0.1

/** Of screws that an earlier visit knew: so many are others by now; the answer of the rest has changed by about so much, of some by far more than was seen then. */
const OTHER_BY_NOW = 0.015
const AGED = { usual: 0.1, far: 0.45, share: 0.12 } as const

/** A pressure that no supply holds down, Pa. */
const NEVER = 1e9

/** One figure as the guesses have it. */
export interface Guessed {
  readonly mean: number
  readonly sd: number
}

/**
 * What an adviser thinks a valve is like: a few hundred guesses at gains, play, directions and couplings, each with what it says about every figure. A move shifts
 * them, a reading keeps those that foretold it. Recursive Bayesian estimate by a particle filter.
 */
export class Cloud {
  readonly columns: Columns
  /** How one guess answers a move. */
  readonly valve: Valve
  private readonly gains: Gains
  readonly data: Float64Array
  /** Screws of which something can be learnt, by their place: what was not moved tells nothing. */
  private readonly turned = new Set<number>()
  private last: DeskScrew | null = null
  private readonly unread: Unread
  private readonly crowd = new Crowd()
  /** Of the readings that were weighed last, the one that lay farthest from what was foretold. */
  farthest: DeskReading | null = null
  /** Pressure that is meant at each rate and section, Pa; for scaling before anything is read. */
  private readonly meant: readonly (readonly number[])[]

  constructor(
    readonly desk: Desk,
    private readonly random: () => number,
    readonly count = PARTICLES,
  ) {
    this.columns = columnsOf(desk)
    this.unread = new Unread(desk, this.columns)
    this.data = new Float64Array(count * this.columns.width)
    const middle = (rateId: string, section: number) => {
      const aim = desk.aims.find((a) => a.figure === 'pressure' && a.rateId === rateId && (a.section ?? section) === section)
      return aim ? (aim.nominal ?? (aim.min + aim.max) / 2) : GOVERNOR_AT_PA
    }
    this.meant = desk.rates.map((r) => Array.from({ length: desk.sectionCount }, (_, i) => middle(r.id, i)))
    this.valve = new Valve(desk, this.columns, this.meant)
    this.gains = new Gains(desk, this.columns, this.meant)
    for (let p = 0; p < count; p++) this.begin(p * this.columns.width)
  }

  normal(): number {
    return sqrt(-2 * log(max(1e-300, this.random()))) * cos(2 * PI * this.random())
  }

  private begin(o: number): void {
    const { data, desk, columns } = this
    for (const at of columns.alike) data[o + at] = ALIKE * this.normal()
    for (const [r, rate] of columns.rate.entries()) {
      data[o + rate.mixture] = log(desk.premix ? 1.28 : 1.55) + 0.1 * this.normal()
      data[o + rate.gas] = 0.05 * this.normal()
      data[o + rate.co] = 0.5 * this.normal()
      for (const [i, at] of rate.pressure.entries()) data[o + at] = this.meant[r]![i]! * exp(0.1 * this.normal())
    }
    const natural = desk.air === 'natural'
    data[o + columns.follow] = natural ? min(1, max(0.3, 0.66 + 0.14 * this.normal())) : 1 + 0.06 * this.normal()
    data[o + columns.cross] = max(0, 0.09 + 0.04 * this.normal())
    data[o + columns.venturi] = log(800) + 0.25 * this.normal()
    data[o + columns.offset] = -4 + 4 * this.normal()
    data[o + columns.ceiling] = this.ceiling()
    data[o + columns.knee] = 0.03 * this.normal()
    data[o + columns.steep] = exp(0.15 * this.normal())
    // Last: what a card prints of a screw in flue gas is told by how the mixture follows.
    // Where one spring is not what is printed, its neighbours are not either.
    const asPrinted = this.random() >= UNLIKE_PRINTED
    for (const i of desk.screws.keys()) this.guess(data, o, i, asPrinted)
  }

  /** One in ten hangs on a supply that gives less than what is asked for, or little more. */
  private ceiling(): number {
    return this.random() < 0.1 ? max(...this.meant.flat()) * exp(0.03 - 0.15 * abs(this.normal())) : NEVER
  }

  /** A screw as it may be, before anything is known of it. */
  private guess(data: Float64Array, o: number, i: number, asPrinted = this.random() >= UNLIKE_PRINTED): void {
    const screw = this.desk.screws[i]!
    const c = this.columns.screw[i]!
    const prior = SCREW_PRIORS[screw.function]
    const right = screw.sign !== 0 ? DIRECTION.printed : screw.function === 'governor' ? DIRECTION.governor : DIRECTION.unknown
    const sign = (screw.sign === 0 ? 1 : screw.sign) * (this.random() < right ? 1 : -1)
    const printed = screw.printed && asPrinted ? this.gains.printed(data, o, screw, screw.printed) : null
    // A few are far from what is usual.
    const tail = this.random() < 0.06 ? 1.5 : 1
    const spread = log(prior.gsd) * tail * (printed ? PRINTED_SPREAD : 1)
    data[o + c.gain] =
      sign *
      (printed ?? this.gains.usual(screw)) *
      exp(spread * (data[o + this.columns.alike[SCREW_FUNCTIONS.indexOf(screw.function)]!]! + OWN * this.normal()))
    const worn = this.random() < WORN ? WORN_PLAY : 1
    data[o + c.play] = worn * prior.backlash * exp(log(prior.backlashGsd) * this.normal())
    data[o + c.at] = data[o + c.play]! * (this.random() - 0.5)
    data[o + c.stick] = this.random() < STICKS ? prior.backlash * exp(0.7 * this.normal()) : 0
    data[o + c.dead] = this.random() < DEAD ? 1 : 0
  }

  /** Which rate of the desk this is. */
  rateAt(rateId: string): number {
    return this.desk.rates.findIndex((r) => r.id === rateId)
  }

  /** A move that was made: every guess answers it in its own way. */
  moved({ screwId, rateId, amount }: DeskMove): void {
    const screwAt = this.desk.screws.findIndex((s) => s.id === screwId)
    if (screwAt < 0) return
    const rateAt = this.rateAt(rateId)
    this.crowd.moved(this.data, this.turned, { screwAt, rateAt, amount })
    this.turned.add(screwAt)
    this.last = this.desk.screws[screwAt]!
    this.unread.add(screwAt, rateId)
    for (let p = 0; p < this.count; p++) this.valve.turn(this.data, p * this.columns.width, screwAt, rateAt, amount, this.normal())
  }

  /**
   * What an earlier visit teaches: how its screws answered. Where they stand in their play, and what the figures were, is another matter by now. Answers the screws of
   * which it tells.
   */
  remember(before: readonly DeskEntry[]): readonly string[] {
    const seen = new Set<string>()
    // What was moved and not read since tells nothing.
    const [moved, told] = [new Set<string>(), new Set<string>()]
    for (const entry of before) {
      if (entry.kind === 'calibrated') {
        seen.clear()
        moved.clear()
      } else if (entry.kind === 'move') {
        this.moved(entry.move)
        moved.add(entry.move.screwId)
      } else
        for (const rateId of new Set(entry.readings.map((r) => r.rateId))) {
          const some = entry.readings.filter((r) => r.rateId === rateId && r.figure !== 'co' && r.figure !== 'inlet')
          if (this.rateAt(rateId) < 0) continue
          // Of the first at a rate nobody knows what was moved before.
          this.read(some, seen.has(rateId))
          if (seen.has(rateId)) {
            for (const id of moved) told.add(id)
            moved.clear()
          }
          seen.add(rateId)
        }
    }
    const known = this.desk.screws.filter((s) => told.has(s.id))
    for (const i of [...this.turned]) if (!told.has(this.desk.screws[i]!.id)) this.turned.delete(i)
    for (let p = 0; p < this.count; p++) {
      const o = p * this.columns.width
      for (const screw of known) this.later(o, screw)
      // What the supply gives today is not what it gave then.
      this.data[o + this.columns.ceiling] = this.ceiling()
    }
    this.last = null
    this.unread.forget()
    this.crowd.forget()
    return known.map((s) => s.id)
  }

  /** A screw a visit later: it may be another one by now, or dry. */
  private later(o: number, screw: DeskScrew): void {
    const i = this.desk.screws.indexOf(screw)
    const c = this.columns.screw[i]!
    if (this.random() < OTHER_BY_NOW) return this.guess(this.data, o, i)
    this.data[o + c.gain]! *= exp((this.random() < AGED.share ? AGED.far : AGED.usual) * this.normal())
    this.data[o + c.at] = this.data[o + c.play]! * (this.random() - 0.5)
    this.data[o + c.dead] = this.random() < DEAD ? 1 : 0
  }

  /** What a reading is about: its value as the guesses hold it, with its doubt. Null for what moves no guess. */
  latent(reading: DeskReading, o = 0): { at: number; value: number; doubt: number } | null {
    const r = this.rateAt(reading.rateId)
    const c = this.columns.rate[r]
    if (!c) return null
    const { gas } = this.desk
    switch (reading.figure) {
      case 'pressure':
        return { at: c.pressure[reading.section ?? 0] ?? 0, value: max(1, reading.valueSi), doubt: reading.repeats }
      case 'o2':
      case 'co2': {
        const o2 = (x: number) => min(0.2, max(0, reading.figure === 'o2' ? x : AIR_OXYGEN * (1 - x / gas.co2Max)))
        const at = (x: number) => log(lambdaOfO2(gas, o2(x)))
        const value = at(reading.valueSi)
        return { at: c.mixture, value, doubt: max(1e-4, abs(at(reading.valueSi + reading.repeats) - value)) }
      }
      case 'co': {
        const lambda = exp(this.data[o + c.mixture]!)
        // A cell that shows next to nothing shows its own noise.
        const shown = max(reading.valueSi, 1.5 * reading.repeats, 1e-6)
        const airFree = (shown * 1e6 * AIR_OXYGEN) / max(0.01, AIR_OXYGEN - o2OfLn(this, lambda))
        const value = log(airFree) - this.curve(this.data, o, r)
        return { at: c.co, value, doubt: min(0.5, CO_DOUBT + reading.repeats / shown) }
      }
      case 'input':
        return { at: c.gas, value: log(max(1e-3, reading.valueSi)), doubt: reading.repeats / max(1e-3, reading.valueSi) }
      case 'inlet':
        return null
    }
  }

  curve(data: Float64Array, o: number, r: number): number {
    const c = this.columns.rate[r]!
    return lnCoAirFree(this.desk, exp(data[o + c.mixture]!), this.desk.rates[r]!.share * exp(data[o + c.gas]!), {
      knee: data[o + this.columns.knee]!,
      width: data[o + this.columns.steep]!,
    })
  }

  /** Mean and spread of a column. */
  guessed(at: number, data = this.data): Guessed {
    const { count, columns } = this
    let sum = 0
    let squares = 0
    for (let p = 0; p < count; p++) {
      const x = data[p * columns.width + at]!
      sum += x
      squares += x * x
    }
    const mean = sum / count
    return { mean, sd: sqrt(max(0, squares / count - mean * mean)) }
  }

  /**
   * Readings of one moment: the guesses that foretold them are kept, the others go. Answers how far the farthest lay from what was foretold, in its own doubt.
   *
   * @param weigh whether they tell of the screws: not when nobody knows what happened in between.
   * @param stale rates that were not read since something was moved: what a section’s pressure missed its forecast by, it misses it by there.
   */
  read(readings: readonly DeskReading[], weigh: boolean, stale: readonly string[] = []): number {
    const { count, columns, data } = this
    const surprise = weigh ? this.surprise(readings) : 0
    const told = readings.find((r) => r.figure !== 'co')?.rateId
    if (weigh && told !== undefined) this.resample(readings, surprise > SURPRISED, told)
    if (told !== undefined) this.unread.clear(told)
    this.crowd.forget()
    const gasMoved = this.desk.premix && this.last?.moves === 'gas' && !readings.some((r) => r.figure === 'input')
    for (const reading of readings)
      for (let p = 0; p < count; p++) {
        const o = p * columns.width
        const seen = this.latent(reading, o)
        if (!seen) continue
        const before = data[o + seen.at]!
        data[o + seen.at] = seen.value + (reading.figure === 'co' ? 0.5 : 1) * seen.doubt * this.normal()
        // What the mixture missed its forecast by, the gas did: the air was not touched.
        if (weigh && gasMoved && (reading.figure === 'o2' || reading.figure === 'co2'))
          data[o + columns.rate[this.rateAt(reading.rateId)]!.gas]! -= data[o + seen.at]! - before
        if (reading.figure !== 'pressure') continue
        if (weigh) this.carry(o, reading, data[o + seen.at]! - before, stale)
        // More than a supply can give was read: then it holds nothing down.
        if (data[o + columns.ceiling]! < reading.valueSi - 2 * reading.repeats) data[o + columns.ceiling] = NEVER
      }
    return surprise
  }

  /** Remembers what is thought now; answers with the way back to it, for a reading that was none. */
  mark(): () => void {
    const data = this.data.slice()
    const [unread, crowd] = [this.unread.mark(), this.crowd.mark()]
    return () => {
      this.data.set(data)
      unread()
      crowd()
    }
  }

  /** How far what was read lay from what was foretold, in its own doubt; of several the farthest. */
  private surprise(readings: readonly DeskReading[]): number {
    this.farthest = null
    let farthest = 0
    for (const { reading, value, mean, sd, doubt } of this.toWeigh(readings)) {
      const off = abs(value - mean) / sqrt(sd * sd + doubt * doubt)
      if (off > farthest) this.farthest = reading
      farthest = max(farthest, off)
    }
    return farthest
  }

  /** What tells of the screws, with what was foretold of it. */
  private toWeigh(
    readings: readonly DeskReading[],
  ): (ToWeigh & { readonly reading: DeskReading; readonly mean: number; readonly sd: number })[] {
    return readings.flatMap((reading) => {
      const seen = reading.figure === 'co' ? null : this.latent(reading)
      if (!seen) return []
      const { mean, sd } = this.guessed(seen.at)
      const wanders = reading.figure === 'pressure' ? WANDERS.pressure * seen.value : reading.figure === 'input' ? 0 : WANDERS.mixture
      const doubt = sqrt(seen.doubt ** 2 + wanders ** 2 + (0.05 * min(abs(seen.value - mean), 3 * sd)) ** 2)
      return [{ reading, at: seen.at, value: seen.value, mean, sd, doubt }]
    })
  }

  private carry(o: number, { rateId, section }: DeskReading, missedBy: number, stale: readonly string[]): void {
    const i = section ?? 0
    for (const id of stale) {
      const r = this.rateAt(id)
      if (id === rateId || !this.desk.rates[r]?.sections.includes(i)) continue
      const at = o + this.columns.rate[r]!.pressure[i]!
      this.data[at] = max(1, this.data[at]! + (missedBy * this.meant[r]![i]!) / this.meant[this.rateAt(rateId)]![i]!)
    }
  }

  private resample(readings: readonly DeskReading[], surprised: boolean, rateId: string): void {
    const { count, columns } = this
    const { width } = columns
    const toWeigh = this.toWeigh(readings)
    const weighed = (guesses: Float64Array) => weightsOf(howWell(guesses, width, toWeigh))
    const tellsOf = this.unread.tellsOf(rateId)
    const held = this.data.slice()
    let weights = weighed(held)
    const few = this.crowd.wanted(weights.effective, count)
    // Nothing foretold it: then all weigh alike, and none is right.
    if (!few && weights.effective > 0.7 * count && !surprised) return
    const from = few ? this.asked(tellsOf) : held
    if (few) weights = weighed(from)
    const untold = this.unread.untold(rateId, tellsOf)
    // CO is kept as what lies above its curve: where the figures stay and the curve becomes another one, that is another by as much.
    const stay = columns.rate.flatMap((c, r) => (untold[c.co] === 1 ? [{ at: c.co, r }] : []))
    for (const [p, of] of drawn(weights, count, this.random()).entries()) {
      const o = p * width
      for (let i = 0; i < width; i++) if (untold[i] === 0) this.data[o + i] = from[of * width + i]!
      if (of !== p) for (const { at, r } of stay) this.data[o + at]! += this.curve(held, o, r) - this.curve(this.data, o, r)
    }
    // The fewer were left, the farther their copies spread.
    const wider = widerBy(weights.effective / count)
    const chance = { random: this.random, normal: () => this.normal() }
    for (const i of this.desk.screws.keys()) {
      if (tellsOf.has(i)) {
        // What a card prints is in doubt then too.
        const anew = (o: number) => surprised && this.random() < ANEW && (this.guess(this.data, o, i, this.random() < 0.5), true)
        spread({ data: this.data, width, count }, columns.screw[i]!, wider, { ...chance, anew })
      }
      // Of what was never moved no more is known than what its likes showed.
      else if (!this.turned.has(i)) for (let p = 0; p < count; p++) this.guess(this.data, p * width, i)
    }
    for (let p = 0; p < count; p++) {
      const o = p * width
      this.data[o + columns.venturi]! += 0.7 * wider * this.normal()
      this.data[o + columns.follow]! *= exp(0.5 * wider * this.normal())
    }
  }

  /** Many guesses in place of those that are held. */
  private asked(tellsOf: ReadonlySet<number>): Float64Array {
    const { columns, count } = this
    const { width } = columns
    return this.crowd.asked(
      this.data,
      count,
      (data, p, known) => {
        for (const i of tellsOf)
          if (known.has(i)) data[p * width + columns.screw[i]!.gain]! *= exp(ASKED_APART * this.normal())
          else this.guess(data, p * width, i)
      },
      (data, p, { screwAt, rateAt, amount }) => this.valve.turn(data, p * width, screwAt, rateAt, amount, this.normal()),
    )
  }
}

function o2OfLn({ desk }: Cloud, lambda: number): number {
  const spare = (lambda - 1) * desk.gas.terms.oxygen
  return max(0, spare / (desk.gas.terms.dryFlue + spare / AIR_OXYGEN))
}
