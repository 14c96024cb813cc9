import { formatNumber } from '@lucerna/core/units'
import { locale } from './words'

const EIGHTHS = ['', '⅛', '¼', '⅜', '½', '⅝', '¾', '⅞']

/** Turns in eighths as a technician says them. `turnsText(0.375)` → `'⅜'`. */
export function turnsText(turns: number): string {
  const eighths = Math.round(Math.abs(turns) * 8)
  if (Math.abs(eighths / 8 - Math.abs(turns)) > 1e-6) return formatNumber(Math.abs(turns), 2, locale())
  return `${eighths >= 8 || eighths === 0 ? Math.floor(eighths / 8) : ''}${EIGHTHS[eighths % 8]}`
}
