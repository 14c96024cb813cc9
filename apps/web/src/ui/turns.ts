import type { Adjuster } from '@lucerna/core/appliance'
import { formatNumber } from '@lucerna/core/units'
import { inUnit, unitSymbol } from './figures'
import { t } from '@/messages/terms'
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

/** An amount in its own unit as it is said: “¼ turn”, “3 clicks”. */
export const amountText = (amount: number, unit: Adjuster['unit']): string =>
  unit === 'turn' ? t('adjust.amount.turn', { n: turnsText(amount) }) : t(`adjust.amount.${unit}`, { count: Math.abs(amount) })

/** What a card prints of an adjuster, as it is printed there: “about 0.15% CO₂ for ⅛ turn”; null where it prints nothing. */
export function printedEffectText({ typicalEffect, unit }: Pick<Adjuster, 'typicalEffect' | 'unit'>): string | null {
  if (!typicalEffect) return null
  const { measurandId, change, per } = typicalEffect
  const value = inUnit(formatNumber(change, decimals(change), locale()), unitSymbol(typicalEffect.unit))
  const of = measurandId === 'pressure.manifold' ? '' : ` ${t(`short.${measurandId}`)}`
  return t('adjust.effect', { change: `${value}${of}`, amount: amountText(per, unit) })
}

/** Digits after the point, as somebody typed it. */
const decimals = (value: number): number => (String(value).split('.')[1] ?? '').length
