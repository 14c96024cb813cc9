import { z } from 'zod'
import { GAS_PRESET_IDS, type GasComposition, gasCompositionSchema, type GasPreset } from '../gas'
import { type Quantity, type Shown } from '../units'

/** One number that is asked for or told, SI inside, with how it is written in the two schools. */
export interface NumberField {
  readonly kind: 'number'
  readonly quantity: Quantity
  readonly metric: Shown
  readonly imperial: Shown
  /** Allowed values, SI. */
  readonly min: number
  readonly max: number
  /** The largest value itself is not allowed. */
  readonly below?: true
  readonly default?: number
  /** Where the imperial school would start; the same as `default` without it. */
  readonly imperialDefault?: number
  readonly optional?: boolean
  /** Usual doubt (one standard uncertainty): absolute, SI, or a share of the value, whichever is larger. */
  readonly doubt?: { readonly absolute?: number; readonly relative?: number }
  /** Whole numbers only. */
  readonly whole?: boolean
}
export interface ChoiceField {
  readonly kind: 'choice'
  readonly options: readonly [string, ...string[]]
  readonly default: string
  readonly imperialDefault?: string
  readonly optional?: boolean
}
/** A gas by preset or by composition. */
export interface GasField {
  readonly kind: 'gas'
  readonly default: GasPreset
  readonly imperialDefault?: GasPreset
}
export interface TextField {
  readonly kind: 'text'
  readonly max: number
  readonly default: string
  readonly optional?: boolean
}
export type CellField = NumberField | ChoiceField | TextField
export interface RowsField {
  readonly kind: 'rows'
  readonly columns: Readonly<Record<string, CellField>>
  readonly min: number
  readonly max: number
  readonly default: readonly Readonly<Record<string, number | string>>[]
}
export type Field = CellField | GasField | RowsField
export type Fields = Readonly<Record<string, Field>>

/** A gas as it is given: the name of a preset, or mole fractions. */
export type GasChoice = GasPreset | GasComposition

type CellValue<F> = F extends { kind: 'number' }
  ? F extends { optional: true }
    ? number | undefined
    : number
  : F extends { kind: 'choice'; options: readonly (infer O)[] }
    ? F extends { optional: true }
      ? O | undefined
      : O
    : F extends { kind: 'text' }
      ? F extends { optional: true }
        ? string | undefined
        : string
      : never
type FieldValue<F> = F extends { kind: 'gas' }
  ? GasChoice
  : F extends { kind: 'rows'; columns: infer C }
    ? readonly { readonly [K in keyof C]: CellValue<C[K]> }[]
    : CellValue<F>
/** What a calculation is given, typed from its fields. */
export type InputOf<F extends Fields> = { readonly [K in keyof F]: FieldValue<F[K]> }

/** What a calculation tells: a number, one of some codes, a list of codes, or a table; null where it does not apply. */
export type OutputField =
  | { readonly kind: 'number'; readonly quantity: Quantity; readonly metric: Shown; readonly imperial: Shown }
  | { readonly kind: 'choice'; readonly options: readonly [string, ...string[]] }
  | { readonly kind: 'list'; readonly options: readonly [string, ...string[]] }
  | { readonly kind: 'text' }
  | { readonly kind: 'rows'; readonly columns: Readonly<Record<string, Exclude<OutputField, { kind: 'rows' | 'list' }>>> }
export type Outputs = Readonly<Record<string, OutputField>>

type OutputValue<F> = F extends { kind: 'number' }
  ? number | null
  : F extends { kind: 'choice'; options: readonly (infer O)[] }
    ? O | null
    : F extends { kind: 'list'; options: readonly (infer O)[] }
      ? readonly O[]
      : F extends { kind: 'text' }
        ? string | null
        : F extends { kind: 'rows'; columns: infer C }
          ? readonly { readonly [K in keyof C]: OutputValue<C[K]> }[]
          : never
export type OutputOf<O extends Outputs> = { readonly [K in keyof O]: OutputValue<O[K]> }

function cellSchema(field: CellField): z.ZodType {
  if (field.kind === 'choice') return z.enum(field.options as [string, ...string[]])
  if (field.kind === 'text') return z.string().trim().min(1).max(field.max)
  const number = field.below ? z.number().min(field.min).lt(field.max) : z.number().min(field.min).max(field.max)
  return field.whole ? number.int() : number
}

const described = (schema: z.ZodType, key: string, field: CellField, words: Describe): z.ZodType => {
  const told = schema.meta(words(key, field))
  return field.optional ? told.optional() : told
}

/** Title and description of a field for the published schema; the words themselves live with the interface. */
export type Describe = (key: string, field: Field | OutputField) => { readonly title: string; readonly description?: string }

/** The Zod schema of a calculation's input: what the API, the link and the form are all checked with. */
export function inputSchema(fields: Fields, words: Describe = (key) => ({ title: key })): z.ZodObject {
  return z.strictObject(
    Object.fromEntries(
      Object.entries(fields).map(([key, field]) => {
        if (field.kind === 'gas') return [key, z.union([z.enum(GAS_PRESET_IDS), gasCompositionSchema]).meta(words(key, field))]
        if (field.kind === 'rows') {
          const row = z.strictObject(
            Object.fromEntries(Object.entries(field.columns).map(([name, cell]) => [name, described(cellSchema(cell), name, cell, words)])),
          )
          return [key, z.array(row).min(field.min).max(field.max).meta(words(key, field))]
        }
        return [key, described(cellSchema(field), key, field, words)]
      }),
    ),
  )
}

function outputCell(field: OutputField, words: Describe): z.ZodType {
  switch (field.kind) {
    case 'number':
      return z.number().nullable()
    case 'choice':
      return z.enum(field.options as [string, ...string[]]).nullable()
    case 'list':
      return z.array(z.enum(field.options as [string, ...string[]]))
    case 'text':
      return z.string().nullable()
    case 'rows':
      return z.array(
        z.strictObject(Object.fromEntries(Object.entries(field.columns).map(([k, c]) => [k, outputCell(c, words).meta(words(k, c))]))),
      )
  }
}

/** The Zod schema of a calculation's result, for the published description. */
export const outputSchema = (outputs: Outputs, words: Describe = (key) => ({ title: key })): z.ZodObject =>
  z.strictObject(Object.fromEntries(Object.entries(outputs).map(([k, o]) => [k, outputCell(o, words).meta(words(k, o))])))
