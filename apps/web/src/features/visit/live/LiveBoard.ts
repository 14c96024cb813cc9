import { ChannelTrace, type Line, type LineCommand, lineSi } from '@lucerna/core/live'
import type { Channel, ChannelSpec, Instrument, MeasurandId, Station } from '@lucerna/core/measure'
import { Store } from '@/ui/store'

/** Where lines come from. */
export const SOURCES = ['bench', 'serial', 'bridge'] as const
export type SourceKind = (typeof SOURCES)[number]

/** One channel that is heard. */
export interface LiveChannel {
  readonly key: string
  readonly instrument: Instrument
  readonly spec: ChannelSpec
  readonly trace: ChannelTrace
  /** As the instrument sent it last. */
  readonly raw: { readonly value: number; readonly unit: string } | null
}

/** Where somebody said that a channel hangs. */
export interface HangsHere {
  readonly measurandId: MeasurandId
  readonly stationId: Station
  readonly sectionId?: string
}

export interface LiveView {
  /** When this was, ms; every drawing of it is of one moment. */
  readonly at: number
  readonly channels: ReadonlyMap<string, LiveChannel>
  readonly sources: Readonly<Partial<Record<SourceKind, 'on' | 'lost'>>>
  /** Lines that were refused, by why. */
  readonly refused: Readonly<Record<string, number>>
  /** Instruments that speak and stand in no register. */
  readonly strangers: readonly string[]
  /** Where channels hang, by key; the others go where the step asks. */
  readonly hangs: ReadonlyMap<string, HangsHere>
}

export const channelKey = (serial: string, channelId: string): string => `${serial} ${channelId}`

const PUBLISH_MS = 500
const MOST_STRANGERS = 20

/** Instruments that no register needs to know: what the meter itself counts, what its wearer wears. */
const builtIn = (kind: Instrument['kind'], serial: string, channel: Channel, resolution: number, max: number): Instrument => ({
  id: '',
  kind,
  maker: '',
  model: '',
  serial,
  channels: [{ id: channel, channel, origin: 'measured', min: 0, max, resolution, absolute: resolution, relative: 0, combine: 'larger' }],
  calibratedAt: '2000-01-01T00:00:00.000Z',
  calibrationDueAt: '2099-01-01T00:00:00.000Z',
  certificate: null,
})
export const METER_READER = builtIn('meter-reader', 'meter', 'meterIndex', 0.001, 1e6)
export const CO_ALARM = builtIn('co-alarm', 'co-alarm', 'co', 1e-6, 0.001)
export const CLAMP = builtIn('clamp', 'clamp', 'current', 0.01, 100)

/**
 * Everything that the instruments of a visit show, whatever way it comes: one trace for each channel, drawn a few times a second. A line that is none is
 * counted, never shown.
 */
export class LiveBoard extends Store<LiveView> {
  private readonly known = new Map<string, { readonly instrument: Instrument; readonly spec: ChannelSpec }>()
  private readonly channels = new Map<string, LiveChannel>()
  private readonly sources: Partial<Record<SourceKind, 'on' | 'lost'>> = {}
  private readonly refused: Record<string, number> = {}
  private readonly strangers = new Set<string>()
  private readonly hangs = new Map<string, HangsHere>()
  private readonly senders = new Map<SourceKind, (command: LineCommand) => void>()
  private arrived: { readonly place: string; readonly ms: number } | null = null
  private beat: ReturnType<typeof setInterval> | undefined

  constructor(
    instruments: readonly Instrument[],
    private readonly now: () => number = Date.now,
  ) {
    super({ at: 0, channels: new Map(), sources: {}, refused: {}, strangers: [], hangs: new Map() })
    for (const instrument of [...instruments, METER_READER, CO_ALARM, CLAMP])
      for (const spec of instrument.channels) this.known.set(channelKey(instrument.serial, spec.id), { instrument, spec })
  }

  /** A source is there, or lost, or gone. What it showed stays until it is old. */
  source(kind: SourceKind, state: 'on' | 'lost' | null, send?: (command: LineCommand) => void): void {
    if (state === null) delete this.sources[kind]
    else this.sources[kind] = state
    if (send) this.senders.set(kind, send)
    if (state === null) this.senders.delete(kind)
    const any = Object.keys(this.sources).length > 0
    if (any) this.beat ??= setInterval(() => this.draw(), PUBLISH_MS)
    else {
      clearInterval(this.beat)
      this.beat = undefined
    }
    this.draw()
  }

  /** When a step of an appliance was arrived at, ms: the same for whoever shows it, until another is gone to. */
  arrivedAt(place: string): number {
    if (this.arrived?.place !== place) this.arrived = { place, ms: this.now() }
    return this.arrived.ms
  }

  /** Says where a channel hangs; null: where the step asks. */
  hang(key: string, at: HangsHere | null): void {
    if (at) this.hangs.set(key, at)
    else this.hangs.delete(key)
    this.draw()
  }

  /** Asks every connected instrument of that name. */
  ask(command: LineCommand): void {
    for (const send of this.senders.values()) send(command)
  }

  take(line: Line): void {
    const key = channelKey(line.instrument, line.channel)
    const of = this.known.get(key)
    if (!of) {
      if (this.strangers.size < MOST_STRANGERS) this.strangers.add(line.instrument)
      return this.refuse('line-stranger')
    }
    const si = lineSi(line, of.spec.channel)
    if (!si.ok) return this.refuse(si.error.code)
    const trace = this.channels.get(key)?.trace ?? new ChannelTrace()
    trace.push(line, si.value, this.now())
    const raw = 'value' in line ? { value: line.value, unit: line.unit } : (this.channels.get(key)?.raw ?? null)
    this.channels.set(key, { key, ...of, trace, raw })
  }

  /** Counts what was no line. */
  refuse(code: string): void {
    this.refused[code] = (this.refused[code] ?? 0) + 1
  }

  private draw(): void {
    this.publish({
      at: this.now(),
      channels: new Map(this.channels),
      sources: { ...this.sources },
      refused: { ...this.refused },
      strangers: [...this.strangers],
      hangs: new Map(this.hangs),
    })
  }

  /** Ends with the screen. */
  end(): void {
    clearInterval(this.beat)
    this.beat = undefined
  }
}
