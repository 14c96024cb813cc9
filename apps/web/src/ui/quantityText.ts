import { fromSi, parseQuantity, type Quantity } from '@lucerna/core/units'
import { unitSymbol, type Units, inUnit } from './figures'
import '@/messages/terms'
import { wordsFor } from '@/ui/words'

/** The unit in which each school types a quantity of a register. */
export const REGISTER_UNITS = {
  altitude: { quantity: 'length', metric: 'm', imperial: 'ft' },
  length: { quantity: 'length', metric: 'm', imperial: 'ft' },
  pressure: { quantity: 'pressure', metric: 'mbar', imperial: 'inH2O' },
  power: { quantity: 'power', metric: 'kW', imperial: 'BTU/h' },
  dial: { quantity: 'volume', metric: 'L', imperial: 'ft³' },
} as const satisfies Record<string, { quantity: Quantity; metric: string; imperial: string }>
export type RegisterQuantity = keyof typeof REGISTER_UNITS

/** A stored value as one would type it. `quantityText(2100, 'pressure', 'metric')` → `'21'`. */
export function quantityText(valueSi: number | null, kind: RegisterQuantity, units: Units): string {
  if (valueSi === null) return ''
  const spec = REGISTER_UNITS[kind]
  return String(Number(fromSi(valueSi, spec[units], spec.quantity).toPrecision(6)))
}

/** A stored value to read, with its unit. `quantitySaid(2100, 'pressure', 'metric')` → `'21 mbar'`. */
export const quantitySaid = (valueSi: number, kind: RegisterQuantity, units: Units): string =>
  inUnit(
    String(Number(fromSi(valueSi, REGISTER_UNITS[kind][units], REGISTER_UNITS[kind].quantity).toPrecision(4))),
    unitSymbol(REGISTER_UNITS[kind][units]),
  )

/** What was typed, in SI; empty is null. The problem is said in words. */
export function readQuantity(text: string, kind: RegisterQuantity, units: Units): { value: number | null; error?: string } {
  if (text.trim() === '') return { value: null }
  const spec = REGISTER_UNITS[kind]
  const parsed = parseQuantity(text, spec.quantity, spec[units])
  if (parsed.ok) return { value: Number(parsed.value.valueSi.toPrecision(12)) }
  const p = parsed.error.params ?? {}
  return {
    value: null,
    error: wordsFor(`typed.${parsed.error.code}`, {
      ...p,
      unitWanted: unitSymbol(spec[units]),
      ...(p.given !== undefined && { given: wordsFor(`quantity.${p.given}`) }),
      ...(p.asked !== undefined && { asked: wordsFor(`quantity.${p.asked}`) }),
    }),
  }
}
