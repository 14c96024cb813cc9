import type { z } from 'zod'
import { combined, type Contribution, contributions, MonteCarlo } from '../measure'
import { ok, type Problem, type Result } from '../result'
import type { Explained, Working } from './define'
import { inputSchema, type NumberField } from './fields'

/** What a calculation is given, checked. */
export type WorkingInput = Readonly<Record<string, unknown>>
export type WorkingResult = Readonly<Record<string, unknown>>
/** Standard uncertainties of numeric inputs, SI. */
export type Doubts = Readonly<Record<string, number>>

export interface WorkingAnswer extends Explained {
  readonly input: WorkingInput
  readonly result: WorkingResult
  /** Standard uncertainty of every numeric output that the inputs' doubts reach, SI; of tables as `table.row.column`. */
  readonly uncertainty: Readonly<Record<string, number>>
  /** For every such output which input matters how much, largest first. */
  readonly sensitivity: Readonly<Record<string, readonly Contribution<string>[]>>
  readonly doubts: Doubts
}

type Row = Readonly<Record<string, unknown>>

const schemas = new WeakMap<Working, z.ZodObject>()

/** The schema a working's input is checked with, made once. */
function schemaOf(working: Working): z.ZodObject {
  let schema = schemas.get(working)
  if (!schema) schemas.set(working, (schema = inputSchema(working.inputs)))
  return schema
}

/** An issue of the schema as a problem with the field's name and allowed range. */
function problemOf(working: Working, issue: z.core.$ZodIssue, input: unknown): Problem {
  const path = issue.path.map((p) => (typeof p === 'symbol' ? String(p) : p))
  const field = fieldAt(working, path)
  const value = path.reduce<unknown>((at, key) => (at as Record<string | number, unknown> | undefined)?.[key], input)
  const name = String(path.filter((p) => typeof p === 'string').at(-1) ?? '')
  if (issue.code === 'unrecognized_keys')
    return { code: 'unknown-field', params: { name: issue.keys.join(', ') }, path: [...path, issue.keys[0] ?? ''] }
  if (value === undefined) return { code: 'needed', params: { name }, path }
  if (typeof value === 'number' && !Number.isFinite(value)) return { code: 'not-finite', params: { name }, path }
  // Air as it is measured, give or take its last digit, is told to be air; far beyond it is a slip of the pen.
  if (field?.kind === 'number' && field.below && typeof value === 'number' && value >= field.max && value < field.max * 1.005)
    return { code: 'o2-not-below-air', params: { name, max: field.max }, path }
  if (field?.kind === 'number' && typeof value === 'number')
    return { code: 'out-of-range', params: { name, min: field.min, max: field.max }, path }
  if (field?.kind === 'choice') return { code: 'not-a-choice', params: { name, options: field.options.join(', ') }, path }
  if (field?.kind === 'rows' && Array.isArray(value)) return { code: 'row-count', params: { name, min: field.min, max: field.max }, path }
  if (field?.kind === 'gas') return { code: 'not-a-gas', params: { name }, path: path.slice(0, 1) }
  return { code: 'wrong-type', params: { name }, path }
}

function fieldAt(working: Working, path: readonly (string | number)[]) {
  const top = working.inputs[String(path[0])]
  if (top?.kind === 'rows' && path.length >= 3) return top.columns[String(path[2])]
  return top
}

/** Null means missing, here as everywhere: in fields and in the cells of tables. */
function withoutNulls(raw: unknown): unknown {
  if (Array.isArray(raw)) return raw.map(withoutNulls)
  if (typeof raw !== 'object' || raw === null) return raw
  return Object.fromEntries(Object.entries(raw).flatMap(([key, value]) => (value === null ? [] : [[key, withoutNulls(value)]])))
}

/**
 * A refusal of the calculation at a field that the caller knows: what is worked out on the way is told as the field that it is worked out from.
 */
function atField(working: Working, problem: Problem): Problem {
  const [first, ...rest] = problem.path ?? []
  const field = typeof first === 'string' && !(first in working.inputs) ? working.saidAs[first] : first
  if (field === first) return problem
  const name = String(field ?? Object.keys(working.inputs)[0] ?? '')
  const params = problem.params && 'name' in problem.params ? { ...problem.params, name } : problem.params
  return { ...problem, ...(params && { params }), path: [name, ...rest] }
}

/** Input as it comes from outside, checked against the working's own fields; every problem names its field and what is allowed. */
export function parseInput(working: Working, raw: unknown): Result<WorkingInput, readonly Problem[]> {
  const given = withoutNulls(raw)
  const parsed = schemaOf(working).safeParse(given)
  return parsed.success
    ? ok(parsed.data)
    : { ok: false, error: oneEach(parsed.error.issues.map((issue) => problemOf(working, issue, given))) }
}

/** One problem a field is enough to mend it. */
function oneEach(problems: readonly Problem[]): Problem[] {
  const seen = new Set<string>()
  return problems.filter((p) => {
    const at = JSON.stringify(p.path)
    return !seen.has(at) && seen.add(at)
  })
}

const isNumber = (field: unknown): field is NumberField => (field as { kind?: string } | undefined)?.kind === 'number'

/**
 * What can carry a doubt: a number that is asked for, or a whole column of a table. A tape or a plate that is off is off in every row alike, so a column is scaled as
 * one; its doubt is a share of its values.
 */
function doubtful(working: Working, key: string): NumberField | undefined {
  const [table, column] = key.split('.')
  const field = working.inputs[table ?? '']
  if (column !== undefined) {
    const cell = field?.kind === 'rows' ? field.columns[column] : undefined
    return isNumber(cell) ? cell : undefined
  }
  return isNumber(field) ? field : undefined
}

/** The value that is varied: the number itself, or 1 for a column that has any. */
function valueAt(input: WorkingInput, key: string): number | undefined {
  const [table = '', column] = key.split('.')
  const value = input[table]
  if (column === undefined) return typeof value === 'number' ? value : undefined
  return Array.isArray(value) && (value as Row[]).some((row) => typeof row[column] === 'number') ? 1 : undefined
}

function withValues(input: WorkingInput, at: Readonly<Record<string, number>>): WorkingInput {
  const next: Record<string, unknown> = { ...input }
  for (const [key, value] of Object.entries(at)) {
    const [table = '', column] = key.split('.')
    if (column === undefined) next[table] = value
    else
      next[table] = (next[table] as Row[]).map((row) => (typeof row[column] === 'number' ? { ...row, [column]: row[column] * value } : row))
  }
  return next
}

/** The usual doubt of each given number of an input, for those who know no better; columns as `table.column`, as a share. */
export function usualDoubts(working: Working, input: WorkingInput): Doubts {
  return Object.fromEntries(
    Object.entries(working.inputs).flatMap(([key, field]) => {
      const value = input[key]
      if (field.kind === 'rows')
        return Object.entries(field.columns).flatMap(([column, cell]) =>
          isNumber(cell) && cell.doubt?.relative !== undefined && valueAt(input, `${key}.${column}`) !== undefined
            ? [[`${key}.${column}`, cell.doubt.relative]]
            : [],
        )
      if (!isNumber(field) || !field.doubt || typeof value !== 'number') return []
      // A share of a temperature is meant of its reading in °C, as instruments state it.
      const size = Math.abs(field.quantity === 'temperature' ? value - 273.15 : value)
      return [[key, Math.max(field.doubt.absolute ?? 0, (field.doubt.relative ?? 0) * size)]]
    }),
  )
}

/** Nothing that is not a number leaves: an answer with NaN or Infinity in it is no answer. */
function finite(value: unknown): boolean {
  if (typeof value === 'number') return Number.isFinite(value)
  if (Array.isArray(value)) return value.every(finite)
  if (value && typeof value === 'object') return Object.values(value).every(finite)
  return true
}

/** The numeric outputs for an input; with `rows` those of tables too, as `table.row.column`. */
function numbersOf(working: Working, input: WorkingInput, rows = false): Record<string, number> | undefined {
  const result = working.compute(input as never)
  if (!result.ok || !finite(result.value)) return undefined
  const numbers: Record<string, number> = {}
  for (const [key, field] of Object.entries(working.outputs)) {
    const value = result.value[key]
    if (field.kind === 'number' && typeof value === 'number') numbers[key] = value
    if (!rows || field.kind !== 'rows') continue
    for (const [i, row] of (value as Row[]).entries())
      for (const [name, cell] of Object.entries(field.columns)) {
        const inRow = row[name]
        if (cell.kind === 'number' && typeof inRow === 'number') numbers[`${key}.${i}.${name}`] = inRow
      }
  }
  return numbers
}

/**
 * A whole calculation: input checked, result, its uncertainty by linear propagation, which input matters, working and warnings.
 *
 * @param doubts standard uncertainties of inputs, SI; without them the usual ones of the fields count. An input that is absent has none.
 * Problems: those of the fields (`needed`, `out-of-range`, `not-finite`, `unknown-field`, `not-a-choice`, …) and of the calculation itself; `no-answer` if it
 * should ever not come out as a number.
 *
 * @example
 * runWorking(workingById('gas-rate')!, { gas: 'methane', volumeM3: 0.05, seconds: 75, index: 'actual' })
 * // result.heatInputGrossW 25 137, uncertainty.heatInputGrossW …
 */
export function runWorking(working: Working, raw: unknown, doubts?: Doubts): Result<WorkingAnswer, readonly Problem[]> {
  const parsed = parseInput(working, raw)
  if (!parsed.ok) return parsed
  const input = parsed.value
  const wrong = Object.entries(doubts ?? {}).find(([key, u]) => !doubtful(working, key) || !(Number.isFinite(u) && u >= 0))
  if (wrong) return { ok: false, error: [{ code: 'wrong-doubt', params: { name: wrong[0] }, path: ['uncertainty', wrong[0]] }] }
  const result = working.compute(input as never)
  if (!result.ok) return { ok: false, error: [atField(working, result.error)] }
  if (!finite(result.value)) return { ok: false, error: [{ code: 'no-answer' }] }

  const counted = Object.fromEntries(
    Object.entries(doubts ?? usualDoubts(working, input)).filter(([key]) => valueAt(input, key) !== undefined),
  )
  const point = Object.fromEntries(Object.keys(counted).map((key) => [key, valueAt(input, key)!]))
  const sensitivity = contributions((at) => numbersOf(working, withValues(input, at), true), point, counted) ?? {}
  const reached = Object.entries(sensitivity).flatMap(([key, parts]) =>
    parts && parts.some((p) => p.effect !== 0) ? [[key, parts.filter((p) => p.effect !== 0)] as const] : [],
  )
  return ok({
    input,
    result: result.value,
    ...working.explain(input as never, result.value as never),
    uncertainty: Object.fromEntries(reached.map(([key, parts]) => [key, combined(parts)])),
    sensitivity: Object.fromEntries(reached),
    doubts: counted,
  })
}

/**
 * A Monte Carlo run over a calculation, to be driven in pieces. Uses the calculation's own fast path where it has one.
 *
 * Problems: those of the input, `no-doubts` when nothing scatters.
 */
export function scatterWorking(
  working: Working,
  raw: unknown,
  doubts: Doubts | undefined,
  random: () => number,
  samples: number,
): Result<MonteCarlo<string>, readonly Problem[]> {
  const parsed = parseInput(working, raw)
  if (!parsed.ok) return parsed
  const input = parsed.value
  const here = numbersOf(working, input)
  if (!here) {
    const result = working.compute(input as never)
    return { ok: false, error: [result.ok ? { code: 'no-answer' } : atField(working, result.error)] }
  }
  const counted = doubts ?? usualDoubts(working, input)
  const keys = Object.keys(counted).filter((key) => valueAt(input, key) !== undefined && counted[key]! > 0)
  if (keys.length === 0) return { ok: false, error: [{ code: 'no-doubts' }] }
  const fast = working.sampler?.(input as never)
  if (fast) {
    const us = fast.keys.map((key) => (keys.includes(key) ? counted[key]! : 0))
    return ok(
      new MonteCarlo(
        fast.keys.map((k) => (typeof input[k] === 'number' ? (input[k] as number) : 0)),
        us,
        fast.outputs,
        fast.sample,
        random,
        samples,
      ),
    )
  }
  const outputs = Object.keys(here)
  const columns = keys.filter((key) => key.includes('.'))
  const draw: Record<string, unknown> = { ...input }
  const compute = (x: Float64Array, out: Float64Array): boolean => {
    for (let i = 0; i < keys.length; i++) if (!keys[i]!.includes('.')) draw[keys[i]!] = x[i]
    const scaled = columns.length > 0 ? withValues(draw, Object.fromEntries(columns.map((key) => [key, x[keys.indexOf(key)]!]))) : draw
    const result = working.compute(scaled as never)
    if (!result.ok) return false
    for (let i = 0; i < outputs.length; i++) {
      const value = result.value[outputs[i]!]
      if (typeof value !== 'number' || !Number.isFinite(value)) return false
      out[i] = value
    }
    return true
  }
  return ok(
    new MonteCarlo(
      keys.map((k) => valueAt(input, k)!),
      keys.map((k) => counted[k]!),
      outputs,
      compute,
      random,
      samples,
    ),
  )
}

/** The input a working starts with, in the units and habits of a school. */
export function firstInput(working: Working, units: 'metric' | 'imperial'): WorkingInput {
  return Object.fromEntries(
    Object.entries(working.inputs).flatMap(([key, field]) => {
      const value =
        units === 'imperial' && 'imperialDefault' in field && field.imperialDefault !== undefined ? field.imperialDefault : field.default
      return value === undefined || value === '' ? [] : [[key, value]]
    }),
  )
}
