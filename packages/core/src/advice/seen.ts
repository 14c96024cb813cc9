import type { Cloud } from './cloud'
import type { Aim, Desk, DeskReading } from './desk'
import type { Advice } from './said'
import { CENTRE_SHARE } from './weigh'

const { abs, exp, min, sqrt } = Math
/** Readings that lie nearer than so many times their repeatability are the same figure. */
export const SAME = 4
/** The mean of so many readings lies where it is. */
const SURE_AFTER = 3
/** A rate that nobody read since a move is looked at when all else is set, where so many of the guesses have it inside its band. */
const SURELY_MET = 0.9

/** The newest readings of every rate, and which of them a move has made old. */
export class Seen {
  private readonly rates = new Map<string, { readonly readings: Map<string, DeskReading & { readonly n: number }>; stale: boolean }>()

  constructor(
    private readonly desk: Desk,
    private readonly cloud: Cloud,
  ) {}

  /** Whether anything was read at a rate. */
  at(rateId: string): boolean {
    return this.rates.has(rateId)
  }

  add(readings: readonly DeskReading[]): void {
    for (const r of readings) {
      const known = this.rates.get(r.rateId) ?? { readings: new Map<string, DeskReading & { n: number }>(), stale: true }
      const key = `${r.figure} ${r.section ?? ''}`
      const before = known.stale ? undefined : known.readings.get(key)
      // The same once more, with nothing moved in between: their mean tells more than either. What disagrees is something else: the newest holds.
      const same = before && abs(before.valueSi - r.valueSi) < SAME * r.repeats ? before : null
      const n = (same?.n ?? 0) + 1
      known.readings.set(key, { ...r, n, valueSi: same ? same.valueSi + (r.valueSi - same.valueSi) / n : r.valueSi })
      this.rates.set(r.rateId, known)
    }
    for (const { rateId } of readings) this.rates.get(rateId)!.stale = false
  }

  /** Something was moved that shows at this rate. */
  outdate(rateId: string): void {
    const known = this.rates.get(rateId)
    if (known) known.stale = true
  }

  /** Whether a rate was read, and something was moved there since. */
  stale(rateId: string): boolean {
    return this.rates.get(rateId)?.stale === true
  }

  /** The newest reading of a figure; of pressure by section where there are several. */
  newest(rateId: string, figure: DeskReading['figure'], section: number | null = null): (DeskReading & { readonly n: number }) | undefined {
    const several = figure === 'pressure' && this.desk.sectionCount > 1
    return this.rates.get(rateId)?.readings.get(`${figure} ${several ? (section ?? '') : ''}`)
  }

  private of({ figure, rateId, section }: Aim): (DeskReading & { readonly n: number }) | undefined {
    return this.newest(rateId, figure === 'pressure' ? 'pressure' : this.desk.reads, section)
  }

  /** The value of an aim's figure, in the aim's own unit; null where it was not read. */
  value(aim: Aim): number | null {
    const reading = this.of(aim)
    if (!reading) return null
    return aim.figure === 'pressure' ? reading.valueSi : exp(this.cloud.latent(reading)!.value)
  }

  /** How well the figure of an aim repeats, in the aim's own unit. */
  private doubt(aim: Aim): number {
    const reading = this.of(aim)
    if (!reading) return 0
    if (aim.figure === 'pressure') return reading.repeats
    const seen = this.cloud.latent(reading)!
    return seen.doubt * exp(seen.value)
  }

  /** Whether an aim is met: inside its band as found, or, once something was moved, inside by what the instrument cannot tell. */
  meets(aim: Aim, moved: boolean): boolean {
    const value = this.value(aim)
    if (value === null) return false
    const middle = (aim.min + aim.max) / 2
    const half = (aim.max - aim.min) / 2
    if (this.desk.habit === 'centre') return abs(value - (aim.nominal ?? middle)) <= CENTRE_SHARE * half
    const { n } = this.of(aim)!
    const margin = moved && n < SURE_AFTER ? min(0.1 * half, (0.8 * this.doubt(aim)) / sqrt(n)) : 0
    return abs(value - middle) <= half - margin
  }

  /** Whether an aim is met as far as the guesses can tell, at a rate that was read, and moved since. */
  surelyMet({ figure, rateId, section, min: low, max: high }: Aim): boolean {
    if (!this.stale(rateId)) return false
    const { columns, count, data } = this.cloud
    const c = columns.rate[this.cloud.rateAt(rateId)]!
    const at = figure === 'pressure' ? c.pressure[section ?? 0]! : c.mixture
    let inside = 0
    for (let p = 0; p < count; p++) {
      const raw = data[p * columns.width + at]!
      const value = figure === 'pressure' ? raw : exp(raw)
      if (value >= low && value <= high) inside++
    }
    return inside >= SURELY_MET * count
  }

  /** Whether an aim is missed by no more than its instrument can tell. */
  nearly(aim: Aim): boolean {
    const value = this.value(aim)
    if (value === null) return false
    return abs(value - (aim.min + aim.max) / 2) <= (aim.max - aim.min) / 2 + 2 * this.doubt(aim)
  }

  /** What has to be read at a rate before anything is said of it. */
  missingAt(rateId: string, mixture = false, again = false): Advice | null {
    const { desk } = this
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
    if (figures.length === 0) return null
    const asked = { code: 'read', rateId, figures, sections } as const
    if (again) return asked
    const lacks = figures.some((f) => (f === 'pressure' ? sections.some((s) => !this.newest(rateId, f, s)) : !this.newest(rateId, f)))
    return this.rates.get(rateId)?.stale !== false || lacks ? asked : null
  }

  /** The same, whether it was read or not. */
  askedAt(rateId: string): Advice | null {
    return this.missingAt(rateId, false, true)
  }
}
