import { type Channel, medianOf, type Sample, settling } from '../measure'
import { type Quantity, toSi, unitsOf } from '../units'
import { quantityOf } from './protocol'
import { settlingRuleOf } from './standing'

/** How the time column of a file is written. */
export const TIME_FORMS = ['instant', 'local', 'clock', 'seconds'] as const
export type TimeForm = (typeof TIME_FORMS)[number]
/** Which way round a day with strokes or dots is written. */
export const DAY_ORDERS = ['year-first', 'day-first', 'month-first'] as const
export type DayOrder = (typeof DAY_ORDERS)[number]

/** A time as it stands on a clock, without a zone; a clock alone has no day. */
export interface Wall {
  readonly day: string | null
  /** `HH:mm:ss.SSS` */
  readonly time: string
}

/** Which column of a file is what. */
export interface TracePlan {
  readonly time: { readonly column: number; readonly form: TimeForm; readonly order: DayOrder }
  readonly channels: readonly { readonly column: number; readonly channel: Channel; readonly unit: string }[]
}

const NAMES: readonly (readonly [RegExp, Channel])[] = [
  [/\bco2\b|carbon dioxide/, 'co2'],
  [/\bo2\b|oxygen/, 'o2'],
  [/\bco\b|carbon monoxide/, 'co'],
  [/\bno\b|\bnox\b/, 'no'],
  [/flue|stack|\btf\b|\bfg\b|exhaust/, 'flueTemperature'],
  [/ambient|air temp|\bta\b|intake/, 'airTemperature'],
  [/draught|draft/, 'draught'],
  [/press|\bp\d?\b|\bdp\b/, 'pressure'],
  [/temp|\bt\d?\b/, 'temperature'],
  [/micro ?amp|µa|ionis|ioniz|flame/, 'current'],
  [/volt/, 'voltage'],
]
const UNIT_SAID: Readonly<Record<string, string>> = {
  c: '°C',
  degc: '°C',
  f: '°F',
  degf: '°F',
  inwc: 'inH2O',
  'in.w.c.': 'inH2O',
  'in wc': 'inH2O',
  'in h2o': 'inH2O',
  'vol%': '%',
  'vol.%': '%',
  'vol %': '%',
  ua: 'µA',
  μa: 'µA',
}
const USUAL_UNIT: Partial<Record<Quantity, string>> = { temperature: '°C', pressure: 'mbar', current: 'µA', voltage: 'V', resistance: 'Ω' }

function unitSaid(header: string, channel: Channel): string {
  const known = unitsOf(quantityOf(channel)) as string[]
  const said = (/[[(]([^\])]+)[\])]/.exec(header)?.[1] ?? header.split(/[,\s_]+/).at(-1) ?? '').trim()
  const name = UNIT_SAID[said.toLowerCase()] ?? said
  const found = known.find((u) => u.toLowerCase() === name.toLowerCase())
  if (found) return found
  if (quantityOf(channel) === 'fraction') return channel === 'o2' || channel === 'co2' ? '%' : 'ppm'
  if (channel === 'draught') return 'Pa'
  return USUAL_UNIT[quantityOf(channel)] ?? known[0] ?? ''
}

const INSTANT = /^\d{4}-\d{2}-\d{2}[T ]\d{1,2}:\d{2}(:\d{2}([.,]\d+)?)?\s*(Z|[+-]\d{2}:?\d{2})$/i
const DAY_TIME = /^(\d{1,4})[-/.](\d{1,2})[-/.](\d{1,4})[T ,]+(\d{1,2}):(\d{2})(?::(\d{2})(?:[.,](\d+))?)?\s*([AP]M)?$/i
const CLOCK = /^(\d{1,2}):(\d{2})(?::(\d{2})(?:[.,](\d+))?)?\s*([AP]M)?$/i
const two = (n: number | string) => String(n).padStart(2, '0')

const formOf = (text: string): TimeForm | null =>
  INSTANT.test(text)
    ? 'instant'
    : DAY_TIME.test(text)
      ? 'local'
      : CLOCK.test(text)
        ? 'clock'
        : /^\d+([.,]\d+)?$/.test(text)
          ? 'seconds'
          : null

/**
 * What the columns of a file are, as far as their headings and first rows say. Somebody looks at it before it counts.
 *
 * @example
 * guessPlan(['Time', 'O2 [%]', 'CO [ppm]'], [['10:00:01', '5.1', '33']])
 * // { time: { column: 0, form: 'clock', … }, channels: [{ column: 1, channel: 'o2', unit: '%' }, { column: 2, channel: 'co', unit: 'ppm' }] }
 */
export function guessPlan(header: readonly string[], rows: readonly (readonly string[])[]): TracePlan {
  const cell = (column: number) => rows.map((r) => (r[column] ?? '').trim()).find((c) => c !== '') ?? ''
  const named = header.findIndex((h) => /time|date|zeit|clock|stamp/i.test(h))
  const dated = header.findIndex((_, i) => ['instant', 'local', 'clock'].includes(formOf(cell(i)) ?? ''))
  const column = named >= 0 && formOf(cell(named)) !== null ? named : Math.max(0, dated)
  const days = rows.flatMap((r) => DAY_TIME.exec((r[column] ?? '').trim()) ?? [])
  const [, first = '', second = ''] = days
  const order: DayOrder = first.length === 4 ? 'year-first' : Number(second) > 12 ? 'month-first' : 'day-first'
  return {
    time: { column, form: formOf(cell(column)) ?? 'seconds', order },
    channels: header.flatMap((h, i) => {
      const channel =
        i === column ? undefined : NAMES.find(([name]) => name.test(h.toLowerCase().replace(/[₂]/g, '2').replace(/_/g, ' ')))?.[1]
      return channel ? [{ column: i, channel, unit: unitSaid(h, channel) }] : []
    }),
  }
}

/** Reads a time that has no zone of its own; null for what is none. `wallOf('29.11.2026 10:14:05', 'day-first')` → `{ day: '2026-11-29', time: '10:14:05.000' }` */
export function wallOf(text: string, order: DayOrder): Wall | null {
  const hours = (h: string, half: string | undefined) => (half ? (Number(h) % 12) + (half.toUpperCase() === 'PM' ? 12 : 0) : Number(h))
  const clock = (h: string, m: string, s: string | undefined, ms: string | undefined, half: string | undefined) =>
    hours(h, half) > 23 || Number(m) > 59 || Number(s ?? 0) > 59
      ? null
      : `${two(hours(h, half))}:${m}:${two(s ?? 0)}.${(ms ?? '').padEnd(3, '0').slice(0, 3)}`
  const alone = CLOCK.exec(text)
  if (alone) {
    const time = clock(alone[1]!, alone[2]!, alone[3], alone[4], alone[5])
    return time ? { day: null, time } : null
  }
  const full = DAY_TIME.exec(text)
  if (!full) return null
  const [a, b, c] = [full[1]!, full[2]!, full[3]!]
  const [y, m, d] = order === 'year-first' ? [a, b, c] : order === 'day-first' ? [c, b, a] : [c, a, b]
  const time = clock(full[4]!, full[5]!, full[6], full[7], full[8])
  const year = y.length === 2 ? `20${y}` : y
  if (!time || year.length !== 4 || Number(m) < 1 || Number(m) > 12 || Number(d) < 1 || Number(d) > 31) return null
  return { day: `${year}-${two(m)}-${two(d)}`, time }
}

/** What reading a file came to, beside its samples. */
export interface ImportSaid {
  readonly rows: number
  /** Rows without a time that can be read; values that are no number. */
  readonly noTime: number
  readonly noNumber: number
  readonly firstBad: { readonly row: number; readonly text: string } | null
  /** Rows whose time lies before the row above: another zone, a clock that was set, or files put together. */
  readonly backwards: number
  /** Offsets from UTC that the times name. */
  readonly offsets: readonly string[]
  /** Where nothing was written for longer than ten seconds and five of its own steps, s. */
  readonly gaps: readonly { readonly fromS: number; readonly toS: number }[]
  /** One value is kept for so long, s. */
  readonly everyS: number
}

/** A channel holds so many values at most: a file of any length becomes as coarse as it must. */
const MOST_KEPT = 2400
const FINEST_S = 0.5
const GAP = { seconds: 10, steps: 5 } as const
const MOST_GAPS = 20

/** Where nothing was said for longer than ten seconds and five of the trace's own steps, s. `gapsOf([0, 1, 2, 40])` → `[{ fromS: 2, toS: 40 }]` */
export function gapsOf(times: readonly number[]): { readonly fromS: number; readonly toS: number }[] {
  const steps = times.slice(1).map((s, i) => s - times[i]!)
  const most = Math.max(GAP.seconds, GAP.steps * (steps.length > 0 ? medianOf(steps) : 0))
  return steps.flatMap((step, i) => (step > most ? [{ fromS: times[i]!, toS: times[i + 1]! }] : []))
}

/** The same samples with a hole (not a number) in every gap, for drawing: nobody knows what was there. */
export function withHoles(samples: readonly Sample[]): Sample[] {
  const gaps = new Set(gapsOf(samples.map((p) => p.s)).map((g) => g.fromS))
  return samples.flatMap((p) => (gaps.has(p.s) ? [p, { s: p.s, value: NaN }] : [p]))
}

/** What a value is held to be fresh for where its channel has no rule, s. */
const PLAIN_WINDOW_S = 10
/**
 * A channel of a trace at a moment: the middle of its window, and whether it had come to rest; null where it said nothing lately.
 *
 * @example valueAt('o2', samples, 1_760_000_000) // { value: 0.0512, settled: true }
 */
export function valueAt(
  channel: Channel,
  samples: readonly Sample[],
  atS: number,
): { readonly value: number; readonly settled: boolean } | null {
  const rule = settlingRuleOf(channel)
  const until = samples.filter((p) => p.s <= atS)
  const last = until.at(-1)
  if (!last || atS - last.s > 2 * (rule?.windowS ?? PLAIN_WINDOW_S)) return null
  const seen = rule ? settling(until, rule) : null
  return seen?.ok && seen.value.state !== 'too-few'
    ? { value: seen.value.value, settled: seen.value.state === 'settled' }
    : { value: last.value, settled: false }
}

/** So much of a file is kept, s, and so many of its samples. */
export const KEPT_STRETCH_S = 7200
const MOST_OF_STRETCH = 1200
/** What of a trace is kept for a moment: the two hours before, thinned evenly if they are many. */
export function keptStretch(samples: readonly Sample[], atS: number): Sample[] {
  const mine = samples.filter((p) => p.s <= atS && p.s > atS - KEPT_STRETCH_S)
  const every = Math.ceil(mine.length / MOST_OF_STRETCH)
  return mine.filter((_, i) => i % every === 0)
}

/** What one step of a packed value is, SI, where no instrument says it. `resolutionOf('co')` → `1e-6` */
export function resolutionOf(channel: Channel): number {
  const quantity = quantityOf(channel)
  if (quantity === 'fraction') return channel === 'co' || channel === 'no' ? 1e-6 : 1e-4
  return quantity === 'temperature' || quantity === 'pressure' ? 0.1 : quantity === 'current' ? 1e-8 : 1e-3
}

/**
 * Takes in a file of a trace row by row, however long: times by its plan, values in SI, put in order and thinned to means of equal stretches as it grows. What
 * cannot be read is counted and left out.
 *
 * @example
 * const file = new TraceImport(plan, (wall) => msOf(wall), 0)
 * file.take(['10:00:01', '5.1', '33']); file.end() // { channels: [{ channel: 'o2', samples: [{ s: …, value: 0.051 }] }, …], said: { rows: 1, … } }
 */
export class TraceImport {
  private readonly sums: Map<number, { sum: number; n: number }>[]
  private everyS = FINEST_S
  private rows = 0
  private noTime = 0
  private noNumber = 0
  private backwards = 0
  private lastS = -Infinity
  private readonly offsets = new Set<string>()
  private firstBad: ImportSaid['firstBad'] = null
  /** Times of any row, thinned like the values: where nothing was written. */
  private readonly heard = new Map<number, number>()

  /**
   * @param localMs the instant of a wall time, ms; a clock without a day is taken for the day of the visit. @param zeroMs where seconds count from, ms.
   */
  constructor(
    private readonly plan: TracePlan,
    private readonly localMs: (wall: Wall) => number,
    private readonly zeroMs: number,
  ) {
    this.sums = plan.channels.map(() => new Map())
  }

  private timeOf(text: string): number | null {
    const { form, order } = this.plan.time
    if (form === 'seconds') {
      const s = numberOf(text)
      return s === null ? null : this.zeroMs / 1000 + s
    }
    if (form === 'instant') {
      const match = INSTANT.exec(text)
      if (!match) return null
      this.offsets.add(match[3]!.toUpperCase() === 'Z' ? '+00:00' : match[3]!)
      const ms = Date.parse(text.replace(' ', 'T').replace(',', '.').replace(/\s+/, ''))
      return Number.isFinite(ms) ? ms / 1000 : null
    }
    const wall = wallOf(text, order)
    const ms = wall ? this.localMs(wall) : NaN
    return Number.isFinite(ms) ? ms / 1000 : null
  }

  take(cells: readonly string[]): void {
    this.rows++
    const text = (cells[this.plan.time.column] ?? '').trim()
    const s = this.timeOf(text)
    if (s === null) {
      this.noTime++
      this.firstBad ??= { row: this.rows, text: text.slice(0, 40) }
      return
    }
    if (s < this.lastS) this.backwards++
    this.lastS = s
    this.heard.set(Math.floor(s / this.everyS), s)
    this.plan.channels.forEach(({ column, channel, unit }, i) => {
      const cell = (cells[column] ?? '').trim()
      if (cell === '') return
      const n = numberOf(cell)
      if (n === null) {
        this.noNumber++
        this.firstBad ??= { row: this.rows, text: cell.slice(0, 40) }
        return
      }
      const sums = this.sums[i]!
      const at = Math.floor(s / this.everyS)
      const one = sums.get(at) ?? { sum: 0, n: 0 }
      one.sum += toSi(n, unit, quantityOf(channel))
      one.n++
      sums.set(at, one)
    })
    if (this.heard.size > MOST_KEPT) this.coarser()
  }

  private coarser(): void {
    this.everyS *= 2
    for (const sums of this.sums) {
      const old = [...sums]
      sums.clear()
      for (const [at, { sum, n }] of old) {
        const half = Math.floor(at / 2)
        const one = sums.get(half) ?? { sum: 0, n: 0 }
        sums.set(half, { sum: one.sum + sum, n: one.n + n })
      }
    }
    const heard = [...this.heard]
    this.heard.clear()
    for (const [at, s] of heard) this.heard.set(Math.floor(at / 2), s)
  }

  end(): { readonly channels: readonly { readonly channel: Channel; readonly samples: readonly Sample[] }[]; readonly said: ImportSaid } {
    const times = [...this.heard.values()].sort((a, b) => a - b)
    const gaps = gapsOf(times)
    return {
      channels: this.plan.channels.map(({ channel }, i) => ({
        channel,
        samples: [...this.sums[i]!].sort(([a], [b]) => a - b).map(([at, { sum, n }]) => ({ s: (at + 0.5) * this.everyS, value: sum / n })),
      })),
      said: {
        rows: this.rows,
        noTime: this.noTime,
        noNumber: this.noNumber,
        firstBad: this.firstBad,
        backwards: this.backwards,
        offsets: [...this.offsets],
        gaps: gaps.slice(0, MOST_GAPS),
        everyS: this.everyS,
      },
    }
  }
}

/** A number with a point or a comma; null for what is none: dashes, words, over range. */
function numberOf(text: string): number | null {
  const plain = text.replace(/\s/g, '').replace(',', '.')
  return /^[+-]?(\d+\.?\d*|\.\d+)(e[+-]?\d+)?$/i.test(plain) ? Number(plain) : null
}
