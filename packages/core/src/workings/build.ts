import { FLUE_OXYGEN_LIMIT, REFERENCE_STATES } from '../gas'
import type { Shown } from '../units'
import type { ChoiceField, GasField, NumberField, TextField } from './fields'

/** Short ways to write down fields: one for each kind of quantity, with the usual units of both schools. */

type ReferenceName = keyof typeof REFERENCE_STATES
type More = Partial<Omit<NumberField, 'kind' | 'quantity'>>
const shown = (unit: string, digits: number): Shown => ({ unit, digits })

interface Style {
  readonly quantity: NumberField['quantity']
  readonly metric: Shown
  readonly imperial: Shown
}

const STYLES = {
  gauge: { quantity: 'pressure', metric: shown('mbar', 1), imperial: shown('inH2O', 2) },
  smallPressure: { quantity: 'pressure', metric: shown('Pa', 1), imperial: shown('inH2O', 3) },
  barometer: { quantity: 'absolutePressure', metric: shown('mbar', 0), imperial: shown('inHg', 2) },
  temperature: { quantity: 'temperature', metric: shown('°C', 1), imperial: shown('°F', 0) },
  difference: { quantity: 'temperatureDifference', metric: shown('K', 1), imperial: shown('Δ°F', 1) },
  percent: { quantity: 'fraction', metric: shown('%', 1), imperial: shown('%', 1) },
  percent2: { quantity: 'fraction', metric: shown('%', 2), imperial: shown('%', 2) },
  ppm: { quantity: 'fraction', metric: shown('ppm', 0), imperial: shown('ppm', 0) },
  share: { quantity: 'ratio', metric: shown('%', 1), imperial: shown('%', 1) },
  ratio: { quantity: 'ratio', metric: shown('1', 3), imperial: shown('1', 3) },
  ratio4: { quantity: 'ratio', metric: shown('1', 5), imperial: shown('1', 5) },
  power: { quantity: 'power', metric: shown('kW', 2), imperial: shown('BTU/h', 0) },
  calorific: { quantity: 'energyPerVolume', metric: shown('MJ/m³', 2), imperial: shown('BTU/ft³', 0) },
  volume: { quantity: 'volume', metric: shown('L', 2), imperial: shown('ft³', 3) },
  room: { quantity: 'volume', metric: shown('m³', 1), imperial: shown('ft³', 0) },
  flow: { quantity: 'flow', metric: shown('m³/h', 3), imperial: shown('ft³/h', 1) },
  leak: { quantity: 'flow', metric: shown('L/h', 3), imperial: shown('ft³/h', 5) },
  water: { quantity: 'flow', metric: shown('L/min', 2), imperial: shown('gpm', 2) },
  air: { quantity: 'flow', metric: shown('m³/h', 0), imperial: shown('ft³/min', 0) },
  length: { quantity: 'length', metric: shown('m', 2), imperial: shown('ft', 1) },
  roughness: { quantity: 'length', metric: shown('mm', 4), imperial: shown('in', 5) },
  bore: { quantity: 'length', metric: shown('mm', 2), imperial: shown('in', 4) },
  area: { quantity: 'area', metric: shown('cm²', 1), imperial: shown('in²', 1) },
  seconds: { quantity: 'time', metric: shown('s', 1), imperial: shown('s', 1) },
  minutes: { quantity: 'time', metric: shown('min', 1), imperial: shown('min', 1) },
  voltage: { quantity: 'voltage', metric: shown('V', 2), imperial: shown('V', 2) },
  millivolt: { quantity: 'voltage', metric: shown('mV', 1), imperial: shown('mV', 1) },
  microamp: { quantity: 'current', metric: shown('µA', 2), imperial: shown('µA', 2) },
  amp: { quantity: 'current', metric: shown('A', 2), imperial: shown('A', 2) },
  ohm: { quantity: 'resistance', metric: shown('Ω', 1), imperial: shown('Ω', 1) },
  kiloohm: { quantity: 'resistance', metric: shown('kΩ', 3), imperial: shown('kΩ', 3) },
  milliohm: { quantity: 'resistance', metric: shown('mΩ', 1), imperial: shown('mΩ', 1) },
  emission: { quantity: 'emission', metric: shown('mg/kWh', 1), imperial: shown('mg/kWh', 1) },
  concentration: { quantity: 'density', metric: shown('mg/m³', 1), imperial: shown('mg/m³', 1) },
  density: { quantity: 'density', metric: shown('kg/m³', 4), imperial: shown('kg/m³', 4) },
  condensate: { quantity: 'massFlow', metric: shown('kg/h', 2), imperial: shown('lb/h', 2) },
  mass: { quantity: 'mass', metric: shown('kg', 1), imperial: shown('lb', 1) },
  velocity: { quantity: 'velocity', metric: shown('m/s', 1), imperial: shown('ft/s', 1) },
  heatCapacity: { quantity: 'heatCapacity', metric: shown('kJ/K', 1), imperial: shown('kJ/K', 1) },
  plain: { quantity: 'ratio', metric: shown('1', 2), imperial: shown('1', 2) },
  count: { quantity: 'ratio', metric: shown('1', 0), imperial: shown('1', 0) },
  coefficient: { quantity: 'ratio', metric: shown('1', 12), imperial: shown('1', 12) },
  altitude: { quantity: 'length', metric: shown('m', 0), imperial: shown('ft', 0) },
  viscosity: { quantity: 'viscosity', metric: shown('µPa·s', 2), imperial: shown('µPa·s', 2) },
} as const satisfies Record<string, Style>
export type StyleName = keyof typeof STYLES

/** Without the last digits that only arithmetic made: −20 °C is 253.15 K. */
const tidy = (value: number): number => Number(value.toPrecision(12))

/** A number that is asked for. `ask('gauge', 0, 50_000, { default: 2000 })`. */
export function ask<const M extends More>(style: StyleName, min: number, max: number, more?: M): NumberField & M {
  const tidied = { min: tidy(min), max: tidy(max), ...more }
  for (const key of ['default', 'imperialDefault'] as const) {
    const value = more?.[key]
    if (value !== undefined) Object.assign(tidied, { [key]: tidy(value) })
  }
  return { kind: 'number', ...STYLES[style], ...tidied } as unknown as NumberField & M
}

/** A number that may be left out. */
export const may = <const M extends More>(style: StyleName, min: number, max: number, more?: M): NumberField & M & { optional: true } =>
  ({ ...ask(style, min, max, more), optional: true }) as NumberField & M & { optional: true }

/** A number that is told. */
export const tell = (style: StyleName): { kind: 'number' } & Style => ({ kind: 'number', ...STYLES[style] })

/** One of some codes. */
export const choose = <const O extends readonly [string, ...string[]]>(
  options: O,
  ...[first, imperialDefault]: [first?: O[number], imperialDefault?: O[number]]
): Omit<ChoiceField, 'options'> & { readonly kind: 'choice'; readonly options: O } => ({
  kind: 'choice',
  options,
  default: first ?? options[0],
  ...(imperialDefault !== undefined && { imperialDefault }),
})

export const finding = <const O extends readonly [string, ...string[]]>(options: O): { readonly kind: 'choice'; readonly options: O } => ({
  kind: 'choice',
  options,
})
export const findings = <const O extends readonly [string, ...string[]]>(options: O): { readonly kind: 'list'; readonly options: O } => ({
  kind: 'list',
  options,
})

export const text = (max: number, first = ''): TextField => ({ kind: 'text', max, default: first })
export const mayText = (max: number): TextField & { optional: true } => ({ kind: 'text', max, default: '', optional: true })

export const GAS: GasField = { kind: 'gas', default: 'natural-gas-h', imperialDefault: 'pipeline-gas-na' }

const C = (celsius: number) => celsius + 273.15
const F = (fahrenheit: number) => (fahrenheit + 459.67) / 1.8
/** Fields that many calculations share. */
export const BAROMETER = may('barometer', 50_000, 110_000, {
  default: 101_325,
  // 29.92 inHg, as one would write it.
  imperialDefault: 29.92 * 3386.389,
  doubt: { absolute: 100 },
})
export const O2 = ask('percent', 0, FLUE_OXYGEN_LIMIT, { below: true, default: 0.05, imperialDefault: 0.07, doubt: { absolute: 0.001 } })
export const MAY_O2 = may('percent', 0, FLUE_OXYGEN_LIMIT, {
  below: true,
  default: 0.05,
  imperialDefault: 0.07,
  doubt: { absolute: 0.001 },
})
export const MAY_CO2 = may('percent', 0.001, 0.25, { doubt: { absolute: 0.0015 } })
export const CO = may('ppm', 0, 0.1, { default: 40e-6, doubt: { absolute: 5e-6, relative: 0.025 } })
export const FLUE = ask('temperature', C(-20), C(700), {
  default: C(120),
  imperialDefault: F(350),
  doubt: { absolute: 0.5, relative: 0.0025 },
})
export const AIR = ask('temperature', C(-40), C(60), { default: C(20), imperialDefault: F(70), doubt: { absolute: 0.5 } })
export const HUMIDITY = may('share', 0, 1, { doubt: { absolute: 0.05 } })
export const SUPPLIER_CV = may('calorific', 1e6, 2e8, { doubt: { relative: 0.005 } })
/** At what state the supplier's figure is told; the names of {@link REFERENCE_STATES}. */
export const SUPPLIER_CV_AT = {
  ...choose(Object.keys(REFERENCE_STATES) as [ReferenceName, ...ReferenceName[]], 'metric15'),
  optional: true,
} as const
export const GAS_TEMPERATURE = may('temperature', C(-40), C(60), { default: C(15), imperialDefault: F(60), doubt: { absolute: 1 } })
export { C, F }
