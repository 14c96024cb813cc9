import { GAS_PRESET_IDS, gasCompositionSchema } from '@lucerna/core/gas'
import type { Problem, Result } from '@lucerna/core/result'
import { type CellField, type Field, type GasChoice, parseInput, type Working, type WorkingInput } from '@lucerna/core/workings'
import { fromSi, parseQuantity } from '@lucerna/core/units'
import { z } from 'zod'
import type { Units } from '@/ui/figures'

/** What stands in a form: texts as typed, a gas, rows of texts. */
export type DraftRow = Readonly<Record<string, string>>
export type DraftValue = string | { readonly gas: GasChoice } | readonly DraftRow[]
export type Draft = Readonly<Record<string, DraftValue>>

export const unitIn = (field: { readonly metric: { unit: string }; readonly imperial: { unit: string } }, units: Units): string =>
  field[units].unit

/** A number as one would type it, to seven digits. `typedText(0.0202, bore, 'metric')` → `'20.2'`. */
function typedText(valueSi: number, field: Extract<Field, { kind: 'number' }>, units: Units): string {
  const value = Number(fromSi(valueSi, unitIn(field, units), field.quantity).toPrecision(7))
  return Math.abs(value) < 1e-9 ? '0' : String(value)
}

const cellText = (value: unknown, field: CellField, units: Units): string =>
  value === undefined || value === null ? '' : field.kind === 'number' ? typedText(Number(value), field, units) : String(value)

/** A form filled in from an input in SI. */
export function draftOf(working: Working, input: WorkingInput, units: Units): Draft {
  return Object.fromEntries(
    Object.entries(working.inputs).map(([key, field]): [string, DraftValue] => {
      const value = input[key]
      if (field.kind === 'gas') return [key, { gas: (value ?? field.default) as GasChoice }]
      if (field.kind === 'rows')
        return [key, ((value ?? []) as readonly Record<string, unknown>[]).map((row) => rowText(row, field.columns, units))]
      return [key, cellText(value, field, units)]
    }),
  )
}

export const rowText = (row: Readonly<Record<string, unknown>>, columns: Readonly<Record<string, CellField>>, units: Units): DraftRow =>
  Object.fromEntries(Object.entries(columns).map(([name, cell]) => [name, cellText(row[name], cell, units)]))

function readCell(text: string, field: CellField, units: Units): Result<unknown> {
  const trimmed = text.trim()
  if (trimmed === '') return { ok: true, value: undefined }
  if (field.kind !== 'number') return { ok: true, value: trimmed }
  const parsed = parseQuantity(trimmed, field.quantity, unitIn(field, units))
  return parsed.ok ? { ok: true, value: parsed.value.valueSi } : parsed
}

/** Path of a field as one text: `segments.2.lengthM`. */
export const pathText = (path: readonly (string | number)[] | undefined): string => (path ?? []).join('.')

/** A form read: an input in SI, and what could not be read, by path. */
export function readDraft(
  working: Working,
  draft: Draft,
  units: Units,
): { input: Record<string, unknown>; problems: ReadonlyMap<string, Problem> } {
  const problems = new Map<string, Problem>()
  const input: Record<string, unknown> = {}
  const cell = (text: string, field: CellField, path: string): unknown => {
    const read = readCell(text, field, units)
    if (read.ok) return read.value
    problems.set(path, read.error)
    return undefined
  }
  for (const [key, field] of Object.entries(working.inputs)) {
    const value = draft[key]
    if (field.kind === 'gas') input[key] = (value as { gas: GasChoice } | undefined)?.gas
    else if (field.kind === 'rows') {
      input[key] = ((value ?? []) as readonly DraftRow[]).map((row, i) =>
        defined(
          Object.fromEntries(
            Object.entries(field.columns).map(([name, column]) => [name, cell(row[name] ?? '', column, `${key}.${i}.${name}`)]),
          ),
        ),
      )
    } else input[key] = cell((value ?? '') as string, field, key)
  }
  return { input: defined(input), problems }
}

const defined = (record: Record<string, unknown>): Record<string, unknown> =>
  Object.fromEntries(Object.entries(record).filter(([, v]) => v !== undefined))

/** The input and changed doubts as the parameters of a link, all in SI. */
export function toParams(input: WorkingInput, doubts: Readonly<Record<string, number>>): URLSearchParams {
  const params = new URLSearchParams()
  for (const [key, value] of Object.entries(input))
    if (value !== undefined)
      params.set(
        key,
        typeof value === 'object'
          ? JSON.stringify(value)
          : typeof value === 'number'
            ? String(Number(value.toPrecision(9)))
            : String(value),
      )
  for (const [key, value] of Object.entries(doubts)) params.set(`u.${key}`, String(Number(value.toPrecision(6))))
  return params
}

const rowsSchema = z.array(z.record(z.string(), z.union([z.number(), z.string()])))

function fromText(field: Field, text: string): unknown {
  if (field.kind === 'number') return text.trim() === '' ? undefined : Number(text)
  if (field.kind === 'rows' || (field.kind === 'gas' && text.startsWith('{'))) {
    try {
      const schema = field.kind === 'rows' ? rowsSchema : gasCompositionSchema
      return schema.parse(JSON.parse(text))
    } catch {
      return undefined
    }
  }
  if (field.kind === 'gas') return GAS_PRESET_IDS.find((id) => id === text)
  return text
}

/**
 * What a link says. A field that cannot be read, or is out of range, is left as `first` has it and `broken` says so; an optional field that the link does not name is empty.
 * Null when the link names no field at all.
 */
export function fromParams(
  working: Working,
  params: Readonly<Record<string, string | string[] | undefined>>,
  first: WorkingInput,
): { input: Record<string, unknown>; doubts: Record<string, number>; broken: boolean } | null {
  const named = Object.keys(working.inputs).filter((key) => typeof params[key] === 'string')
  if (named.length === 0) return null
  let broken = Object.keys(params).some((key) => !(key in working.inputs) && !key.startsWith('u.') && !OWN.includes(key))
  const input: Record<string, unknown> = Object.fromEntries(
    Object.entries(first).filter(([key]) => {
      const field = working.inputs[key]
      return field && !('optional' in field && field.optional)
    }),
  )
  for (const key of named) {
    const value = fromText(working.inputs[key]!, params[key] as string)
    const parsed = value === undefined ? undefined : parseInput(working, { ...input, [key]: value })
    if (parsed && (parsed.ok || !parsed.error.some((p) => p.path?.[0] === key))) input[key] = value
    else broken = true
  }
  const doubts: Record<string, number> = {}
  for (const [key, text] of Object.entries(params)) {
    if (!key.startsWith('u.') || typeof text !== 'string') continue
    const value = Number(text)
    if (working.inputs[key.slice(2)]?.kind === 'number' && Number.isFinite(value) && value >= 0) doubts[key.slice(2)] = value
    else broken = true
  }
  return { input, doubts, broken }
}

/** Parameters of the page that are no inputs. */
const OWN = ['appliance']
