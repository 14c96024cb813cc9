import type { Quantity } from '@lucerna/core/units'

/** How cards and profiles are edited, shown and compared: what rows they have and what stands in them. One description serves all three. */

export type Row = Readonly<Record<string, unknown>>
export interface Option {
  readonly value: string
  readonly label: string
}

interface FieldBase {
  /** Path inside the row, as "source.page". */
  readonly key: string
  /** Key of the label's words, under `doc.field.`. */
  readonly label: string
  /** Empty means the field is not there at all (not null). */
  readonly optional?: boolean
  /** Shown only on some rows. */
  readonly when?: (row: Row) => boolean
  /** Takes a whole line of the form. */
  readonly wide?: boolean
}
export type FieldSpec = FieldBase &
  (
    | { readonly kind: 'text' | 'long' | 'date' | 'number' | 'integer' }
    /** Text where empty is null. */
    | { readonly kind: 'may-text' }
    | { readonly kind: 'check' }
    | { readonly kind: 'select'; readonly options: (document: Row, row: Row) => readonly Option[]; readonly nullable?: boolean }
    /** Several of a list. */
    | { readonly kind: 'several'; readonly options: (document: Row) => readonly Option[] }
    /** Words with commas between. */
    | { readonly kind: 'words' }
    | { readonly kind: 'quantity'; readonly quantity: Quantity; readonly metric: string; readonly imperial: string }
    | { readonly kind: 'rows'; readonly fields: readonly FieldSpec[]; readonly blank: Row }
    | { readonly kind: 'matrix' }
  )

export interface SectionSpec {
  readonly id: string
  /** The list it edits; without one, fields of the document itself. */
  readonly list?: string
  readonly fields: readonly FieldSpec[]
  readonly blank?: (document: Row) => Row
  /** A row in one line, for the list and for the difference. */
  readonly summary?: (row: Row, document: Row, units: 'metric' | 'imperial') => string
  /** What has to be worked out again after a row was changed. */
  readonly derive?: (row: Row) => Row
}

const isRow = (value: unknown): value is Row => typeof value === 'object' && value !== null && !Array.isArray(value)

/** What stands at a path. `at({ source: { page: '9' } }, 'source.page')` → `'9'`. */
export const at = (row: Row, path: string): unknown =>
  path.split('.').reduce<unknown>((value, key) => (isRow(value) ? value[key] : undefined), row)

/** The row with something else at a path; undefined takes it away, and what is left empty above it. */
export function withAt(row: Row, path: string, value: unknown): Row {
  const [key = '', ...rest] = path.split('.')
  const inner = rest.length === 0 ? value : withAt(isRow(row[key]) ? row[key] : {}, rest.join('.'), value)
  const empty = inner === undefined || (rest.length > 0 && value === undefined && isRow(inner) && Object.keys(inner).length === 0)
  if (!empty) return { ...row, [key]: inner }
  return Object.fromEntries(Object.entries(row).filter(([k]) => k !== key))
}

/** The rows of a list of a document, whatever was stored there. */
export const rowsOf = (document: Row, list: string): readonly Row[] => {
  const value = document[list]
  return Array.isArray(value) ? value.filter(isRow) : []
}

export const textOf = (value: unknown): string => (typeof value === 'string' ? value : typeof value === 'number' ? String(value) : '')
