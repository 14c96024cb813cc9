import { formatNumber } from '@lucerna/core/units'
import { locale } from './words'

const EIGHTHS = ['', '⅛', '¼', '⅜', '½', '⅝', '¾', '⅞']

/** Turns as a technician says them: in eighths, else in sixteenths or half of them. `turnsText(0.375)` → `'⅜'`, `turnsText(0.1875)` → `'3/16'`. */
export function turnsText(turns: number): string {
  const all = Math.abs(turns)
  const eighths = Math.round(all * 8)
  if (Math.abs(eighths / 8 - all) > 1e-6) {
    const parts = Math.abs(Math.round(all * 16) / 16 - all) < 1e-6 ? 16 : Math.abs(Math.round(all * 32) / 32 - all) < 1e-6 ? 32 : null
    if (!parts) return formatNumber(all, 2, locale())
    const whole = Math.floor(all)
    return `${whole > 0 ? `${whole} ` : ''}${Math.round((all - whole) * parts)}/${parts}`
  }
  return `${eighths >= 8 || eighths === 0 ? Math.floor(eighths / 8) : ''}${EIGHTHS[eighths % 8]}`
}
