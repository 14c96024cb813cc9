import { z } from 'zod'
import type { Channel } from '../measure'
import { fail, ok, type Result } from '../result'
import { instantSchema, rawTextSchema } from '../shapes'
import { type Quantity, toSi, unitsOf } from '../units'

/** The version of the line protocol that is spoken here. */
export const LINE_VERSION = 1
/** A line is short; what is longer is no line. */
export const LONGEST_LINE = 500

/** What an instrument says of a channel instead of a value. */
export const CHANNEL_STATUSES = [
  'zeroing',
  'zeroed',
  'warming-up',
  'over-range',
  'no-flow',
  'water-trap-full',
  'battery-low',
  'sensor-fault',
  'not-connected',
  'hold',
] as const
export type ChannelStatus = (typeof CHANNEL_STATUSES)[number]

const common = {
  v: z.literal(LINE_VERSION).meta({ description: 'Version of the protocol.' }),
  instrument: rawTextSchema(1, 60).meta({ description: 'Serial number of the instrument, as it stands in the register.' }),
  channel: rawTextSchema(1, 60).meta({ description: 'The channel, as it is called in the register.' }),
}

const head = {
  ...common,
  seq: z.int().min(0).meta({ description: 'Counts up by one for each line of a channel; begins anew when the instrument does.' }),
  t: instantSchema.meta({ description: 'When it was measured, by the clock of the instrument or its bridge; UTC with milliseconds.' }),
}

/** One line: what a channel showed at a moment, in a unit of its quantity; or what it says instead. */
export const lineSchema = z
  .union([
    z.strictObject({ ...head, value: z.number(), unit: rawTextSchema(1, 20) }),
    z.strictObject({ ...head, status: z.enum(CHANNEL_STATUSES) }),
  ])
  .meta({ id: 'instrument-line', description: 'One line of the line protocol: newline-delimited JSON, one object a line.' })
export type Line = z.infer<typeof lineSchema>

export const LINE_COMMANDS = ['zero', 'hold', 'range', 'identify'] as const
/** What is asked of an instrument, on the same line the other way. */
export const commandSchema = z
  .strictObject({ v: common.v, instrument: common.instrument, channel: common.channel.optional(), do: z.enum(LINE_COMMANDS) })
  .meta({ id: 'instrument-command', description: 'One command of the line protocol.' })
export type LineCommand = z.infer<typeof commandSchema>

const QUANTITY: Record<Channel, Quantity> = {
  o2: 'fraction',
  co2: 'fraction',
  co: 'fraction',
  no: 'fraction',
  combustibleGas: 'fraction',
  humidity: 'fraction',
  flueTemperature: 'temperature',
  airTemperature: 'temperature',
  temperature: 'temperature',
  pressure: 'pressure',
  draught: 'pressure',
  gauge: 'pressure',
  voltage: 'voltage',
  current: 'current',
  resistance: 'resistance',
  stopwatch: 'time',
  meterIndex: 'volume',
  speed: 'frequency',
  flow: 'flow',
  length: 'length',
}
/** What a channel measures. `quantityOf('flueTemperature')` → `'temperature'` */
export const quantityOf = (channel: Channel): Quantity => QUANTITY[channel]

/**
 * Reads one line of text. Problems: `line-too-long`, `line-not-json`, `line-other-version`, `line-wrong-shape` with the field.
 *
 * @example
 * readLine('{"v":1,"instrument":"M-1","channel":"p","seq":4,"t":"2026-03-01T10:00:00.000Z","value":21.4,"unit":"mbar"}') // { ok: true, value: { … } }
 */
export function readLine(text: string): Result<Line> {
  if (text.length > LONGEST_LINE) return fail('line-too-long', { max: LONGEST_LINE })
  let raw: unknown
  try {
    raw = JSON.parse(text)
  } catch {
    return fail('line-not-json')
  }
  if (typeof raw === 'object' && raw !== null && 'v' in raw && raw.v !== LINE_VERSION)
    return fail('line-other-version', { spoken: LINE_VERSION })
  const line = lineSchema.safeParse(raw)
  if (line.success) return ok(line.data)
  const wrong = ['instrument', 'channel', 'seq', 't'].find(
    (k) => !head[k as keyof typeof head].safeParse((raw as Record<string, unknown>)?.[k]).success,
  )
  return fail('line-wrong-shape', { field: wrong ?? 'value' })
}

/**
 * The value of a line in SI, by what its channel measures; null for what is no value. Problems: `line-unknown-unit`, `line-not-finite`.
 *
 * @example
 * lineSi({ …, value: 21.4, unit: 'mbar' }, 'pressure') // { ok: true, value: 2140 }
 */
export function lineSi(line: Line, channel: Channel): Result<number | null> {
  if (!('value' in line)) return ok(null)
  const quantity = quantityOf(channel)
  if (!(unitsOf(quantity) as string[]).includes(line.unit)) return fail('line-unknown-unit', { unit: line.unit, channel })
  const si = toSi(line.value, line.unit, quantity)
  return Number.isFinite(si) ? ok(si) : fail('line-not-finite')
}

/** Cuts arriving text into whole lines; the rest waits for more. A line that never ends is thrown away and counted. */
export class LineCutter {
  private rest = ''
  /** How many lines were too long to be any. */
  dropped = 0

  /** @example new LineCutter().take('{"v":1}\n{"v"') // ['{"v":1}'] */
  take(text: string): string[] {
    const pieces = (this.rest + text).split(/\r?\n/)
    this.rest = pieces.pop() ?? ''
    if (this.rest.length > LONGEST_LINE) {
      this.rest = ''
      this.dropped++
    }
    return pieces.filter((p) => p.trim() !== '')
  }
}
