import type { NumberField, OutputField, Working } from '@lucerna/core/workings'
import { formatNumber, formatSi, fromSi, spanFromSi } from '@lucerna/core/units'
import { unitSymbol, type Units, inUnit } from '@/ui/figures'
import { locale } from '@/ui/words'

export type NumberOut = Extract<OutputField, { kind: 'number' }> | NumberField

export const otherSchool = (units: Units): Units => (units === 'metric' ? 'imperial' : 'metric')

/** Digits that show something: a small value keeps two that count. */
function digitsFor(value: number, digits: number): number {
  const size = Math.abs(value)
  if (size === 0 || size >= 0.5 * 10 ** -digits * 4) return digits
  return Math.min(10, Math.max(digits, 1 - Math.floor(Math.log10(size))))
}

/** A figure without its unit. */
export function figureText(field: NumberOut, valueSi: number, units: Units): string {
  const { unit, digits } = field[units]
  const value = fromSi(valueSi, unit, field.quantity)
  // A temperature near zero is no small value.
  const shown = field.quantity === 'temperature' ? digits : digitsFor(value, digits)
  return formatSi(valueSi, field.quantity, { unit, digits: shown }, locale())
}

export const unitOf = (field: NumberOut, units: Units): string => unitSymbol(field[units].unit)

/** A figure with its unit. */
export const figureWith = (field: NumberOut, valueSi: number, units: Units): string =>
  inUnit(figureText(field, valueSi, units), unitOf(field, units))

/** A doubt or difference with its unit, to two digits that count. */
export function doubtText(field: NumberOut, spanSi: number, units: Units): string {
  const { unit } = field[units]
  const value = spanFromSi(spanSi, unit, field.quantity)
  if (value === 0) return inUnit('0', unitSymbol(unit))
  const digits = Math.min(10, Math.max(0, 1 - Math.floor(Math.log10(Math.abs(value)))))
  return inUnit(formatNumber(value, digits, locale()), unitSymbol(unit))
}

/** A figure with the digits that its own spread asks for: an interval must not round to nothing. */
export function figureWithin(field: NumberOut, valueSi: number, spanSi: number, units: Units): string {
  const { unit, digits } = field[units]
  const span = Math.abs(spanFromSi(spanSi, unit, field.quantity))
  const needed = span > 0 ? Math.min(10, Math.max(digits, 1 - Math.floor(Math.log10(span)))) : digits
  return inUnit(formatSi(valueSi, field.quantity, { unit, digits: needed }, locale()), unitSymbol(unit))
}

/** Whether the two schools write a figure differently. */
export const schoolsDiffer = (field: NumberOut): boolean => field.metric.unit !== field.imperial.unit

const SHARE = { unit: '%', digits: 1 } as const

/** The field that a doubt is written in: its own, or a share for a whole column of a table. */
export function doubtField(working: Working, key: string): NumberField | undefined {
  const [table = '', column] = key.split('.')
  const field = working.inputs[table]
  if (column === undefined) return field?.kind === 'number' ? field : undefined
  return field?.kind === 'rows' ? { kind: 'number', quantity: 'ratio', metric: SHARE, imperial: SHARE, min: 0, max: 1 } : undefined
}
