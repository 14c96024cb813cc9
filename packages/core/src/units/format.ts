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

/**
 * A number with a fixed count of decimals, with a true minus sign and no "−0".
 *
 * @example
 * formatNumber(-3.42, 1, 'en') // '−3.4'
 */
export function formatNumber(value: number, digits: number, locale: string): string {
  const text = numberFormat(locale, digits).format(value)
  const isZero = !/[1-9]/.test(text)
  return isZero ? text.replace(/^[-−]/, '') : text.replace(/^-/, '−')
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
