import type { Quantity, Shown } from '../units'
import type { Station } from './stations'

/** What an instrument has to offer for a measurand; an instrument's channels carry the same names. */
export const CHANNELS = [
  'o2',
  'co2',
  'co',
  'no',
  'flueTemperature',
  'airTemperature',
  'temperature',
  'pressure',
  'draught',
  'voltage',
  'current',
  'resistance',
  'combustibleGas',
  'stopwatch',
  'meterIndex',
  'speed',
  'flow',
  'humidity',
  'length',
  'gauge',
] as const
export type Channel = (typeof CHANNELS)[number]

/** Read off a dial, a stopwatch, a rule, a bubble tube or the appliance's own gauge: no instrument of the register has to be named for them. */
export const BY_EYE: readonly Channel[] = ['stopwatch', 'meterIndex', 'length', 'flow', 'gauge']
export interface Measurand {
  readonly id: string
  readonly quantity: Quantity
  /** Where it can be taken. */
  readonly stations: readonly Station[]
  readonly origin: 'measured' | 'computed'
  /** What instrument channel measures it; none for computed ones. */
  readonly channel?: Channel
  /** Shown unit and digits in the two schools' units. */
  readonly metric: Shown
  readonly imperial: Shown
  /** Physically possible values, SI. Outside, the reading is refused. */
  readonly range: { readonly min: number; readonly max: number }
  /** What is met on sound and on faulty appliances, SI: a value outside that makes sense in another unit is asked about. */
  readonly usual?: { readonly min: number; readonly max: number }
  /** The channel has to be zeroed first: outdoors in clean air, or at the connection each time. */
  readonly zero?: 'clean-air' | 'at-connection'
  /** Void in the first minute after light-off. */
  readonly lightOffBlanking?: true
}

export type Spec = Omit<Measurand, 'id' | 'origin'> & { origin?: Measurand['origin'] }

export const mbar = (digits: number): Shown => ({ unit: 'mbar', digits })
export const inWc = (digits: number): Shown => ({ unit: 'inH2O', digits })
const C = (celsius: number) => celsius + 273.15

export const gasPressure = (stations: Station[], usualMaxPa = 12_000): Spec => ({
  quantity: 'pressure',
  stations,
  channel: 'pressure',
  metric: mbar(1),
  imperial: inWc(1),
  range: { min: -10_000, max: 500_000 },
  usual: { min: 200, max: usualMaxPa },
  zero: 'at-connection',
})
export const smallPressure = (stations: Station[], usual: { min: number; max: number }, channel: Channel = 'pressure'): Spec => ({
  quantity: 'pressure',
  stations,
  channel,
  metric: mbar(2),
  imperial: inWc(2),
  range: { min: -5_000, max: 10_000 },
  usual,
  zero: 'at-connection',
})
export const pressureChange = (stations: Station[]): Spec => ({
  quantity: 'pressure',
  stations,
  channel: 'pressure',
  metric: mbar(1),
  imperial: inWc(1),
  range: { min: -10_000, max: 20_000 },
  zero: 'at-connection',
})
export const temperature = (stations: Station[], usual: { min: number; max: number }, channel: Channel = 'temperature'): Spec => ({
  quantity: 'temperature',
  stations,
  channel,
  metric: { unit: '°C', digits: 1 },
  imperial: { unit: '°F', digits: 0 },
  range: { min: 200, max: 1500 },
  usual: { min: C(usual.min), max: C(usual.max) },
})
export const percent = (stations: Station[], max: number, channel?: Channel, digits = 1): Spec => ({
  quantity: 'fraction',
  stations,
  ...(channel && { channel }),
  metric: { unit: '%', digits },
  imperial: { unit: '%', digits },
  range: { min: 0, max },
})
export const ppm = (stations: Station[], channel: Channel): Spec => ({
  quantity: 'fraction',
  stations,
  channel,
  metric: { unit: 'ppm', digits: 0 },
  imperial: { unit: 'ppm', digits: 0 },
  range: { min: 0, max: 0.1 },
})
export const seconds = (stations: Station[], max = 7200): Spec => ({
  quantity: 'time',
  stations,
  channel: 'stopwatch',
  metric: { unit: 's', digits: 0 },
  imperial: { unit: 's', digits: 0 },
  range: { min: 0, max },
})
export const both = (unit: string, digits: number): Pick<Spec, 'metric' | 'imperial'> => ({
  metric: { unit, digits },
  imperial: { unit, digits },
})
export const ohms = (unit: string, digits: number): Spec => ({
  quantity: 'resistance',
  stations: ['electrics'],
  channel: 'resistance',
  ...both(unit, digits),
  range: { min: 0, max: 1e9 },
})
export const millivolts = (usualMaxV: number): Spec => ({
  quantity: 'voltage',
  stations: ['electrics'],
  channel: 'voltage',
  ...both('mV', 0),
  range: { min: -2, max: 2 },
  usual: { min: 0, max: usualMaxV },
})
export const volts: Spec = {
  quantity: 'voltage',
  stations: ['electrics'],
  channel: 'voltage',
  ...both('V', 1),
  range: { min: -1000, max: 1000 },
}
export const amps = (digits: number): Spec => ({
  quantity: 'current',
  stations: ['electrics'],
  channel: 'current',
  ...both('A', digits),
  range: { min: 0, max: 100 },
})
export const computed = <T extends Spec>(spec: T): T & { origin: 'computed' } => ({ ...spec, origin: 'computed' })
export const power = {
  quantity: 'power',
  metric: { unit: 'kW', digits: 1 },
  imperial: { unit: 'BTU/h', digits: 0 },
  range: { min: 0, max: 1e9 },
} as const
export const leak = {
  quantity: 'flow',
  metric: { unit: 'L/h', digits: 2 },
  imperial: { unit: 'ft³/h', digits: 4 },
  range: { min: -10, max: 10 },
} as const
export const efficiency: Spec = { quantity: 'ratio', stations: ['flue'], ...both('%', 1), range: { min: -1, max: 1.2 } }
