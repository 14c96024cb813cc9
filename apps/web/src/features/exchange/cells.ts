import { fromSi, parseQuantity, toSi } from '@lucerna/core/units'
import { t } from '@/messages/exchange'
import { unitSymbol } from '@/ui/figures'
import type { Column } from './columns'

/** What a spreadsheet would take for a formula: full-width signs too, and behind characters that nobody sees. */
const FORMULA = /^[\s\u00AD\u200B-\u200F\u202A-\u202E\u2060-\u2064\uFEFF]*[=+\-@\uFF1D\uFF0B\uFF0D\uFF20]|^[\t\r]/u

/**
 * A value as a cell of a file. Text that a spreadsheet would run as a formula gets an apostrophe before it; numbers stay numbers.
 *
 * @example
 * cellOf({ name: 'remark', field: 'remark', kind: 'text' }, '=1+1') // "'=1+1"
 */
export function cellOf(column: Column, value: unknown): string {
  if (value === null || value === undefined) return ''
  switch (column.kind) {
    case 'number': {
      const n = Number(value)
      return String(column.unit && column.quantity ? Number(fromSi(n, column.unit, column.quantity).toPrecision(12)) : n)
    }
    case 'integer':
      return String(value as number)
    case 'json':
      return Array.isArray(value) && value.length === 0 ? '' : JSON.stringify(value)
    default: {
      const text = String(value as string)
      return FORMULA.test(text) || text.startsWith("'") ? `'${text}` : text
    }
  }
}

export type ReadCell = { readonly ok: true; readonly value: unknown } | { readonly ok: false; readonly message: string }

const fine = (value: unknown): ReadCell => ({ ok: true, value })
const bad = (message: string): ReadCell => ({ ok: false, message })

/** Day-month-year as spreadsheets write it in many countries; month first cannot be told apart and is asked about. */
function dayOf(text: string): ReadCell {
  if (/^\d{4}-\d{2}-\d{2}$/.test(text)) return fine(text)
  const dotted = /^(\d{1,2})\.(\d{1,2})\.(\d{4})$/.exec(text)
  if (dotted) return fine(`${dotted[3]}-${dotted[2]!.padStart(2, '0')}-${dotted[1]!.padStart(2, '0')}`)
  return bad(t('exchange.bad-day', { text }))
}

/** A cell read by its column: empty is nothing; decimal commas are understood; "1,200" is asked about. */
export function readCell(column: Column, raw: string): ReadCell {
  let text = raw.trim()
  if (text === '') return column.required ? bad(t('field.missing')) : fine(column.kind === 'json' ? [] : null)
  switch (column.kind) {
    case 'text':
      if (text.startsWith("'") && (FORMULA.test(text.slice(1)) || text.startsWith("''"))) text = text.slice(1)
      // A character that no text has is a sign of a wrong encoding.
      if (text.includes('\uFFFD')) return bad(t('exchange.bad-characters'))
      return fine(text)
    case 'day':
      return dayOf(text)
    case 'choice':
      return column.choices?.includes(text)
        ? fine(text)
        : bad(t('exchange.bad-choice', { text, choices: (column.choices ?? []).join(', ') }))
    case 'integer':
      return /^-?\d{1,9}$/.test(text) ? fine(Number(text)) : bad(t('exchange.bad-integer', { text }))
    case 'json':
      try {
        return fine(JSON.parse(text) as unknown)
      } catch {
        return bad(t('exchange.bad-json'))
      }
    case 'number': {
      if (column.quantity === 'ratio') {
        const n = Number(/^-?\d+,\d+$/.test(text) && !/^-?\d{1,3},\d{3}$/.test(text) ? text.replace(',', '.') : text)
        return Number.isFinite(n) ? fine(n) : bad(t('exchange.bad-number', { text }))
      }
      const plain = /^-?\d+(?:\.\d+)?$/.test(text)
      if (plain) return fine(Number(toSi(Number(text), column.unit!, column.quantity!).toPrecision(12)))
      const parsed = parseQuantity(text, column.quantity!, column.unit!)
      if (parsed.ok) return fine(Number(parsed.value.valueSi.toPrecision(12)))
      return bad(
        parsed.error.code === 'ambiguous-number' || /^\d{1,3},\d{3}$/.test(text)
          ? t('exchange.ambiguous-number', { text })
          : t('exchange.bad-number', { text: `${text} (${unitSymbol(column.unit!)})` }),
      )
    }
  }
}
