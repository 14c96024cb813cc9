import { fail, ok, type Result } from '../result'
import { type Quantity, toSi, UNITS, unitsOf } from './units'

/** What somebody typed, understood: the value in the unit as typed (or assumed) and the same in SI. */
export interface ParsedQuantity {
  readonly value: number
  readonly unit: string
  readonly valueSi: number
  /** Whether the unit was typed; if not, the field's own was assumed. */
  readonly unitTyped: boolean
}

const VULGAR: Record<string, string> = {
  '½': '1/2',
  '¼': '1/4',
  '¾': '3/4',
  '⅛': '1/8',
  '⅜': '3/8',
  '⅝': '5/8',
  '⅞': '7/8',
  '⅓': '1/3',
  '⅔': '2/3',
}

const fold = (text: string) =>
  text
    .toLowerCase()
    .replace(/[\s.]/g, '')
    .replace(/μ/g, 'µ')
    .replace(/ω|Ω|ohm$/g, 'ω')

const lookups = new Map<Quantity, Map<string, string>>()

function lookupOf(quantity: Quantity): Map<string, string> {
  const known = lookups.get(quantity)
  if (known) return known
  const made = new Map<string, string>()
  for (const unit of unitsOf(quantity)) {
    const aliases = (UNITS[quantity] as Record<string, { aliases?: readonly string[] }>)[unit]?.aliases ?? []
    for (const name of [unit, ...aliases]) if (!made.has(fold(name))) made.set(fold(name), unit)
  }
  lookups.set(quantity, made)
  return made
}

/** Milli and mega differ only in the capital; everything else may be typed in any case. */
function findUnit(text: string, quantity: Quantity): string | undefined {
  const bare = text.replace(/\s/g, '')
  const aliases = UNITS[quantity] as Record<string, { aliases?: readonly string[] }>
  const exact = unitsOf(quantity).find((unit) => unit === bare || aliases[unit]?.aliases?.includes(bare))
  return exact ?? lookupOf(quantity).get(fold(text))
}

/** Which quantities a unit text could belong to, to say "that is a pressure" when a temperature was asked. */
function quantitiesOfUnit(text: string): Quantity[] {
  return (Object.keys(UNITS) as Quantity[]).filter((quantity) => findUnit(text, quantity) !== undefined)
}

function parseNumber(text: string): Result<number> {
  const spaced = text.replace(/[½¼¾⅛⅜⅝⅞⅓⅔]/g, (glyph) => ` ${VULGAR[glyph]}`).trim()
  const sign = /^[-−–]/.test(spaced) ? -1 : 1
  const body = spaced.replace(/^[-−–+]\s*/, '').trim()

  const fraction = /^(?:(\d+)\s+)?(\d+)\s*\/\s*(\d+)$/.exec(body)
  if (fraction) {
    const [, whole = '0', top, bottom] = fraction
    if (Number(bottom) === 0) return fail('not-a-number', { text })
    return ok(sign * (Number(whole) + Number(top) / Number(bottom)))
  }

  const compact = body.replace(/[\s'’](?=\d{3}(\D|$))/g, '')
  if (!/^(\d+([.,]\d*)*|[.,]\d+)$/.test(compact)) return fail('not-a-number', { text })
  const marks = compact.match(/[.,]/g) ?? []
  if (marks.length === 0) return ok(sign * Number(compact))

  const kinds = new Set(marks)
  if (kinds.size === 2) {
    // The last mark is the decimal one; the other groups thousands and must stand at every third digit.
    const decimal = compact.lastIndexOf(',') > compact.lastIndexOf('.') ? ',' : '.'
    const group = decimal === ',' ? '\\.' : ','
    const shape = new RegExp(`^\\d{1,3}(${group}\\d{3})+\\${decimal}\\d+$`)
    if (!shape.test(compact)) return fail('not-a-number', { text })
    return ok(sign * Number(compact.replace(new RegExp(group, 'g'), '').replace(decimal, '.')))
  }
  if (marks.length > 1) {
    if (!/^\d{1,3}([.,]\d{3})+$/.test(compact)) return fail('not-a-number', { text })
    return ok(sign * Number(compact.replace(/[.,]/g, '')))
  }
  // One comma before exactly three digits could be thousands or decimals: asked, never guessed.
  if (/^[1-9]\d{0,2},\d{3}$/.test(compact))
    return fail('ambiguous-comma', { text, asThousands: compact.replace(',', ''), asDecimal: compact.replace(',', '.') })
  return ok(sign * Number(compact.replace(',', '.')))
}

/**
 * What a technician typed, as a value of a known quantity. Understands a decimal comma or point, fractions ("8 1/2", "⅛"), any unit of the
 * quantity with or without a space, and a bare number in the field's own unit. "in" is inches of water only where a pressure is asked.
 *
 * Problems: `empty`, `not-a-number`, `ambiguous-comma` (1,200), `unknown-unit`, `wrong-quantity` (a unit of something else), `too-large`.
 *
 * @example
 * parseQuantity('21mb', 'pressure', 'mbar') // { ok: true, value: { value: 21, unit: 'mbar', valueSi: 2100, unitTyped: true } }
 * parseQuantity('8.4 in', 'pressure', 'mbar') // 8.4 inH2O: 2092.3 Pa
 * parseQuantity('1,200', 'pressure', 'Pa') // { ok: false, error: { code: 'ambiguous-comma', … } }
 */
export function parseQuantity(text: string, quantity: Quantity, fieldUnit: string): Result<ParsedQuantity> {
  const trimmed = text.trim()
  if (trimmed === '') return fail('empty')
  if (trimmed.length > 40) return fail('not-a-number', { text: `${trimmed.slice(0, 20)}…` })
  const match = /^([-−–+]?[\d\s.,'’/½¼¾⅛⅜⅝⅞⅓⅔]*[\d½¼¾⅛⅜⅝⅞⅓⅔.,])\s*(.*)$/u.exec(trimmed)
  if (!match) return fail('not-a-number', { text: trimmed })
  const [, numberText = '', unitText = ''] = match
  const number = parseNumber(numberText)
  if (!number.ok) return number
  if (!Number.isFinite(number.value) || Math.abs(number.value) > 1e12) return fail('too-large', { text: trimmed })

  const unit = unitText === '' ? fieldUnit : findUnit(unitText, quantity)
  if (unit === undefined) {
    const others = quantitiesOfUnit(unitText)
    return others.length > 0
      ? fail('wrong-quantity', { unit: unitText, asked: quantity, given: others[0] ?? '' })
      : fail('unknown-unit', { unit: unitText, asked: quantity })
  }
  return ok({ value: number.value, unit, valueSi: toSi(number.value, unit, quantity), unitTyped: unitText !== '' })
}
