import type { Cloud } from './cloud'
import type { Aim, Desk, DeskReading } from './desk'
import type { Advice } from './said'
import { CENTRE_SHARE } from './weigh'

const { abs, exp, min } = Math

/** The newest readings of every rate, and which of them a move has made old. */
export class Seen {
  private readonly rates = new Map<string, { readonly readings: Map<string, DeskReading>; stale: boolean }>()

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
      const known = this.rates.get(r.rateId) ?? { readings: new Map<string, DeskReading>(), stale: false }
      known.readings.set(`${r.figure} ${r.section ?? ''}`, r)
      known.stale = false
      this.rates.set(r.rateId, known)
    }
  }

  /** Something was moved that shows at this rate. */
  outdate(rateId: string): void {
    const known = this.rates.get(rateId)
    if (known) known.stale = true
  }

  /** The newest reading of a figure; of pressure by section where there are several. */
  newest(rateId: string, figure: DeskReading['figure'], section: number | null = null): DeskReading | undefined {
    const several = figure === 'pressure' && this.desk.sectionCount > 1
    return this.rates.get(rateId)?.readings.get(`${figure} ${several ? (section ?? '') : ''}`)
  }

  private of({ figure, rateId, section }: Aim): DeskReading | undefined {
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
    const margin = moved ? min(0.1 * half, 0.8 * this.doubt(aim)) : 0
    return abs(value - middle) <= half - margin
  }

  /** What has to be read at a rate before anything is said of it. */
  missingAt(rateId: string, mixture = false): Advice | null {
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
    const lacks = figures.some((f) => (f === 'pressure' ? sections.some((s) => !this.newest(rateId, f, s)) : !this.newest(rateId, f)))
    return this.rates.get(rateId)?.stale !== false || lacks ? { code: 'read', rateId, figures, sections } : null
  }
}
