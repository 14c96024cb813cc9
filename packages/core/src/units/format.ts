import { fromSi, type Quantity, spanFromSi } from './units'

/** How one quantity is shown: which unit and how many decimals (from the measurand registry, never from a component). */
export interface Shown {
  readonly unit: string
  readonly digits: number
}

const cache = new Map<string, Intl.NumberFormat>()

function numberFormat(locale: string, digits: number): Intl.NumberFormat {
  const key = `${locale} ${digits}`
  let format = cache.get(key)
  if (!format) {
    format = new Intl.NumberFormat(locale, {
      minimumFractionDigits: digits,
      maximumFractionDigits: digits,
      useGrouping: 'min2',
    } as Intl.NumberFormatOptions)
    cache.set(key, format)
  }
  return format
}

/** A double holds no more digits than these, for the whole number and its decimals together. */
const MOST_DIGITS = 1e15

/** Rounded half away from zero as the number is written: 1.005 has 1.01 for two decimals, as on paper. */
function roundedAt(value: number, digits: number): number {
  const [written, power = '0'] = String(value).split('e')
  return Number(`${Math.round(Number(`${written}e${Number(power) + digits}`))}e${-digits}`)
}

/**
 * As `Intl.NumberFormat` writes it in English, for a value that is not negative. The browser reads its tables of languages at the first number that it is asked to
 * write: a tenth of a second on a phone, in which it answers nothing.
 */
function inEnglish(value: number, digits: number): string {
  const text = roundedAt(value, digits).toFixed(digits)
  const point = text.indexOf('.')
  const whole = point < 0 ? text : text.slice(0, point)
  return whole.length < 5 ? text : whole.replace(/\B(?=(\d{3})+$)/g, ',') + text.slice(whole.length)
}

/**
 * A number with a fixed count of decimals, with a true minus sign and no "−0".
 *
 * @param digits decimals, 0 to 20.
 * @param locale as of BCP 47; written by the rules of that language.
 * @example
 * formatNumber(-3.42, 1, 'en') // '−3.4'
 */
export function formatNumber(value: number, digits: number, locale: string): string {
  const size = Math.abs(value)
  const text =
    locale.startsWith('en') && size * 10 ** digits < MOST_DIGITS ? inEnglish(size, digits) : numberFormat(locale, digits).format(size)
  return value < 0 && /[1-9]/.test(text) ? `−${text}` : text
}

/**
 * A number with so many significant digits, and no more decimals than it needs; what is smaller than 1e-15 is 0.
 *
 * @param significant digits, 1 to 15.
 * @example
 * formatSignificant(0.0123456, 4, 'en') // '0.01235'
 * formatSignificant(12345, 4, 'en') // '12,350'
 */
export function formatSignificant(value: number, significant: number, locale: string): string {
  if (value === 0 || !Number.isFinite(value)) return formatNumber(value, 0, locale)
  const [digits = '', power = ''] = value.toExponential().split('e')
  // The figures alone are rounded: so a very small number keeps its own.
  const figures = roundedAt(Math.abs(Number(digits)), significant - 1)
  const decimals = Math.max(0, significant - 1 - Number(power))
  const rounded = Number(`${figures}e${power}`)
  const text = formatNumber(value < 0 ? -rounded : rounded, Math.min(20, decimals), locale)
  return decimals > 0 ? text.replace(/([.,]\d*?)0+$/, '$1').replace(/[.,]$/, '') : text
}

/**
 * An SI value as people write it, without the unit.
 *
 * @example
 * formatSi(2030, 'pressure', { unit: 'mbar', digits: 1 }, 'en') // '20.3'
 */
export const formatSi = (valueSi: number, quantity: Quantity, shown: Shown, locale: string): string =>
  formatNumber(fromSi(valueSi, shown.unit, quantity), shown.digits, locale)

/**
 * A difference or an uncertainty in SI as people write it, without the unit.
 *
 * @example
 * formatSpanSi(1, 'temperature', { unit: '°F', digits: 1 }, 'en') // '1.8'
 */
export const formatSpanSi = (spanSi: number, quantity: Quantity, shown: Shown, locale: string): string =>
  formatNumber(spanFromSi(spanSi, shown.unit, quantity), shown.digits, locale)
