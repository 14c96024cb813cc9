import { type MeasurandId, MEASURANDS, shownAs } from '@lucerna/core/measure'
import { formatSi, formatSpanSi, fromSi } from '@lucerna/core/units'
import { locale } from './words'

export type Units = 'metric' | 'imperial'

/** Unit symbols as people write them beside a figure. A difference of temperatures is in degrees too, whichever: nobody says kelvin in a boiler room. */
const SYMBOL: Record<string, string> = { inH2O: 'inWC', mmH2O: 'mmWC', K: '°C', 'Δ°F': '°F', '1': '', 'mol/mol': '' }

/** A unit's symbol as people write it beside a figure. `unitSymbol('inH2O')` → `'inWC'`. */
export const unitSymbol = (unit: string): string => SYMBOL[unit] ?? unit

/**
 * A number with its unit as one piece: no space before a per cent sign, one that does not break before every other unit.
 *
 * @example
 * inUnit('20.3', 'mbar') // '20.3\u00a0mbar'
 * inUnit('8.9', '%') // '8.9%'
 */
export const inUnit = (text: string, unit: string): string => (unit === '' ? text : `${text}${unit === '%' ? '' : '\u00a0'}${unit}`)

/** The unit a measurand is shown in, as written. `unitText('pressure.working', 'imperial')` → `'inWC'`. */
export const unitText = (id: MeasurandId, units: Units): string =>
  // Gas in air has two scales in per cent: which one is said.
  id === 'gas.ambient' ? '% vol' : unitSymbol(shownAs(id, units).unit)

/** A value of a measurand as written, without unit. `figure('pressure.working', 2030, 'metric')` → `'20.3'`. */
export const figure = (id: MeasurandId, valueSi: number, units: Units): string =>
  formatSi(valueSi, MEASURANDS[id].quantity, shownAs(id, units), locale())

/** The same with its unit. */
export const figureWithUnit = (id: MeasurandId, valueSi: number, units: Units): string =>
  inUnit(figure(id, valueSi, units), unitText(id, units))

/** A value as a chart draws it, in the unit that is shown, to one more digit than is written. `drawnAt('pressure.working', 2034.6, 'metric')` → `20.35` */
export function drawnAt(id: MeasurandId, valueSi: number, units: Units): number {
  const shown = shownAs(id, units)
  return Number(fromSi(valueSi, shown.unit, MEASURANDS[id].quantity).toFixed(shown.digits + 1))
}

/** A difference or uncertainty of a measurand, with one more digit where the plain one would show nothing. */
export function spanText(id: MeasurandId, spanSi: number, units: Units): string {
  const shown = shownAs(id, units)
  const plain = formatSpanSi(spanSi, MEASURANDS[id].quantity, shown, locale())
  return /[1-9]/.test(plain) ? plain : formatSpanSi(spanSi, MEASURANDS[id].quantity, { ...shown, digits: shown.digits + 1 }, locale())
}

/** Where a gauge begins under a one-sided limit: the freezing point for temperatures, else nothing. */
export const gaugeFloor = (id: MeasurandId): number => (MEASURANDS[id].quantity === 'temperature' ? 273.15 : 0)

/** A band as written: "8.7–9.2", "to 350", "from 17". */
export function bandText(
  id: MeasurandId,
  band: { min?: number | null | undefined; max?: number | null | undefined },
  units: Units,
  words: { upTo: string; from: string },
): string {
  const write = (v: number) => figure(id, v, units)
  if (band.min != null && band.max != null) return `${write(band.min)}–${write(band.max)}`
  if (band.max != null) return `${words.upTo} ${write(band.max)}`
  if (band.min != null) return `${words.from} ${write(band.min)}`
  return ''
}
