import type { Channel } from '../measure'
import { fail, ok, type Result } from '../result'
import { type Quantity, toSi, unitsOf } from '../units'
import type { Line } from './line'

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

export const LINE_COMMANDS = ['zero', 'hold', 'range', 'identify'] as const
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
