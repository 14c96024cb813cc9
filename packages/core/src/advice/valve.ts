import type { Columns } from './columns'
import type { Desk, DeskRate, DeskScrew } from './desk'

// Called for every particle: taken out of the global object once.
const { abs, exp, log, max, min, sqrt } = Math

/** How far the answer to a move strays from a straight line, of its size. */
const BENT = 0.15

/** The bend that a guess is given where a move is only thought of: spread as chance would, and the same each time. */
export const bendOf = (p: number): number => ((p % 7) - 3) / 2

/** How a valve answers a move, by what one guess thinks of it: the screw through its play, and all that follows from it at every rate. */
export class Valve {
  /** @param meant pressure that is meant at each rate and section, Pa. */
  constructor(
    private readonly desk: Desk,
    private readonly columns: Columns,
    private readonly meant: readonly (readonly number[])[],
  ) {}

  /** Moves one guess's screw and all that follows from it. Writes into `data` at `o`. */
  turn(data: Float64Array, o: number, screwAt: number, rateAt: number, amount: number, bend: number): void {
    const { desk, columns } = this
    const screw = desk.screws[screwAt]!
    const c = columns.screw[screwAt]!
    const half = data[o + c.play]! / 2
    const to = data[o + c.at]! + amount
    const slack = min(half, max(-half, to))
    // It holds until the strain is enough, then comes all at once.
    const held = abs(to - slack) < data[o + c.stick]!
    data[o + c.at] = held ? to : slack
    if (held || data[o + c.dead]! > 0.5) return
    const moved = (to - slack) * data[o + c.gain]! * (1 + BENT * bend)
    if (moved !== 0) this.follow(data, o, screw, rateAt, moved)
  }

  private follow(data: Float64Array, o: number, screw: DeskScrew, rateAt: number, moved: number): void {
    const { desk, columns } = this
    const cross = data[o + columns.cross]!
    const first = desk.rates.findIndex((r) => screw.rates.includes(r.id))
    const here = desk.rates[rateAt] && ownAt(screw, desk.rates[rateAt]) ? rateAt : max(0, first)
    for (const [r, rate] of desk.rates.entries()) {
      const own = ownAt(screw, rate)
      switch (screw.function) {
        case 'governor':
        case 'click': {
          const scale =
            ((own ? 1 : screw.function === 'click' ? cross : 0.25 * cross) * this.meant[r]![screw.section ?? 0]!) /
            this.meant[here]![screw.section ?? 0]!
          this.press(data, o, r, screw.section, (p) => p + moved * scale)
          break
        }
        case 'throttle':
          if (desk.premix) this.gas(data, o, r, moved)
          else this.press(data, o, r, screw.section, (p) => p * exp(2 * moved))
          break
        case 'offset': {
          if (!desk.premix) {
            this.press(data, o, r, screw.section, (p) => p + moved)
            break
          }
          const pull = exp(data[o + columns.venturi]!) * rate.share ** 2
          const before = max(0.05 * pull, pull + data[o + columns.offset]!)
          this.gas(data, o, r, 0.5 * log(max(0.05 * pull, before + moved) / before))
          break
        }
        case 'air-shutter':
          if (own) this.air(data, o, r, moved)
          break
        case 'cam':
          if (r === rateAt) this.air(data, o, r, moved)
          break
        case 'menu':
          if (r === rateAt) this.gas(data, o, r, moved)
      }
    }
    if (screw.function === 'offset' && desk.premix) data[o + columns.offset]! += moved
  }

  /** Gas flow of a rate by so much of its logarithm, and the mixture with it. */
  private gas(data: Float64Array, o: number, r: number, by: number): void {
    const c = this.columns.rate[r]!
    data[o + c.gas]! += by
    data[o + c.mixture]! -= data[o + this.columns.follow]! * by
  }

  /** Air of a rate: a control that gives gas as the air comes keeps the mixture. */
  private air(data: Float64Array, o: number, r: number, by: number): void {
    const c = this.columns.rate[r]!
    if (this.desk.air === 'ratio' && !this.desk.premix) {
      data[o + c.gas]! += by
      for (const at of c.pressure) data[o + at]! *= exp(2 * by)
    } else data[o + c.mixture]! += by
  }

  /** Burner pressure of a section, with the gas that it gives. */
  private press(data: Float64Array, o: number, r: number, section: number | null, to: (p: number) => number): void {
    const c = this.columns.rate[r]!
    const { sections } = this.desk.rates[r]!
    const highest = data[o + this.columns.ceiling]!
    let before = 0
    let after = 0
    for (const i of sections) {
      const at = o + c.pressure[i]!
      const p = max(1, data[at]!)
      before += sqrt(p)
      if (section === null || section === i) data[at] = min(max(p, highest), max(1, to(p)))
      after += sqrt(max(1, data[at]!))
    }
    if (before > 0 && after !== before) this.gas(data, o, r, log(after / before))
  }
}

/** Whether a screw acts fully at a rate: that of one section wherever its section burns. */
const ownAt = (screw: DeskScrew, rate: DeskRate): boolean =>
  screw.section === null || screw.function === 'air-shutter'
    ? screw.rates.includes(rate.id) || screw.rates.length === 0
    : rate.sections.includes(screw.section)
