import type { FormulaLine } from '../explain'
import { gasProperties, type GasProperties, type GAS_PRESET_IDS, presetComposition, presetGas, REFERENCE_STATES, withGrossCv } from '../gas'
import { fail, type Problem, type Result } from '../result'
import type { Fields, GasChoice, InputOf, OutputOf, Outputs } from './fields'

/** The groups of the Workings, in the order of the job. */
export const WORKING_GROUPS = ['gas', 'supply', 'rate', 'combustion', 'room', 'heat', 'electrics', 'measuring'] as const
export type WorkingGroup = (typeof WORKING_GROUPS)[number]

/** Something to know about a result: a code with parameters; words live with the interface. */
export interface Warning {
  readonly code: string
  readonly params?: Readonly<Record<string, string | number>>
}

export interface Explained {
  readonly working: readonly FormulaLine[]
  readonly warnings: readonly Warning[]
}

/** Fast path for many draws: writes the principal outputs for one set of numeric inputs. */
type Sampler = (inputs: Float64Array, outputs: Float64Array) => boolean

/** One calculation of the trade that stands by itself: what it asks, what it tells, how, and why. */
export interface Working {
  readonly id: string
  readonly group: WorkingGroup
  readonly inputs: Fields
  readonly outputs: Outputs
  /** The figures that stand large, the first one first. */
  readonly principal: readonly string[]
  /** Rules of thumb and cautions that always belong to it, as codes. */
  readonly notes: readonly string[]
  /** What is worked out on the way and can be refused, by the field that it is worked out from. */
  readonly saidAs: Readonly<Record<string, string>>
  /** Of its outputs: another number means that one of them has another name or meaning. */
  readonly version: number
  compute(input: never): Result<Readonly<Record<string, unknown>>>
  explain(input: never, result: never): Explained
  sampler?(input: never): { readonly keys: readonly string[]; readonly outputs: readonly string[]; readonly sample: Sampler } | undefined
}

/** Writes down a working with its input and result typed from its fields. */
export function defineWorking<const F extends Fields, const O extends Outputs>(working: {
  readonly id: string
  readonly group: WorkingGroup
  readonly inputs: F
  readonly outputs: O
  readonly principal: readonly (keyof O & string)[]
  readonly notes?: readonly string[]
  readonly saidAs?: Readonly<Record<string, keyof F & string>>
  readonly version?: number
  compute(input: InputOf<F>): Result<OutputOf<O>>
  explain(
    input: InputOf<F>,
    result: OutputOf<O>,
  ): { working: readonly FormulaLine[]; warnings?: readonly (Warning | false | null | undefined)[] }
  sampler?(input: InputOf<F>): ReturnType<NonNullable<Working['sampler']>>
}): Working {
  return {
    ...working,
    notes: working.notes ?? [],
    saidAs: working.saidAs ?? {},
    version: working.version ?? 1,
    explain: (input: never, result: never) => {
      const told = working.explain(input, result)
      return { working: told.working, warnings: (told.warnings ?? []).filter((w): w is Warning => !!w) }
    },
  } as unknown as Working
}

/** A warning when a condition holds. */
export const warn = (when: boolean, code: string, params?: Warning['params']): Warning | false =>
  when && { code, ...(params && { params }) }

/** Where a supplier's calorific value is told: at which state, by name. */
export type CvAt = keyof typeof REFERENCE_STATES

/**
 * The properties of a chosen gas, with the supplier's calorific value in place of the computed one if there is one. A value told at another state (a normal
 * cubic metre, a standard cubic foot) is brought to 15/15 °C by the ratio that the gas itself has between the two.
 *
 * @param field what the gas is asked for as, for its refusals.
 * @example
 * gasOf('methane', 40.0e6, 'normal25') // gross about 37.9 MJ/m³ at 15/15 °C
 */
export function gasOf(choice: GasChoice, supplierGrossCv?: number, at: CvAt = 'metric15', field = 'gas'): Result<GasProperties> {
  const known: Result<GasProperties> = typeof choice === 'string' ? { ok: true, value: presetGas(choice) } : gasProperties(choice)
  if (!known.ok) return inField(known.error, field)
  if (supplierGrossCv === undefined) return known
  const there = gasProperties(isPreset(choice) ? presetComposition(choice) : choice, { reference: REFERENCE_STATES[at] })
  if (!there.ok) return inField(there.error, 'gas')
  const made = withGrossCv(known.value, supplierGrossCv * (known.value.grossCvJPerM3 / there.value.grossCvJPerM3))
  return made.ok ? made : inField(made.error, 'supplierGrossCvJPerM3')
}

/** A problem of a part told as one of the field it came from. */
export const inField = (problem: Problem, field: string): Result<never> =>
  fail(problem.code, problem.params, [field, ...(problem.path ?? []).filter((p) => p !== field)])

/**
 * The first field that has to be given when another is worked out from it; undefined when all are.
 *
 * @example
 * firstNeeded({ outputW: 1 }, ['outputW', 'riseK']) // needed at riseK
 */
export function firstNeeded(input: Readonly<Record<string, unknown>>, names: readonly string[]): Result<never> | undefined {
  const name = names.find((n) => input[n] === undefined)
  return name === undefined ? undefined : fail('needed', { name }, [name])
}

/** Whether a choice is one of the presets. */
export const isPreset = (choice: GasChoice): choice is (typeof GAS_PRESET_IDS)[number] => typeof choice === 'string'

/** A good answer with its codes kept as codes: `answer({ verdict: 'passes' })`. */
export const answer = <const T>(value: T): Result<T> => ({ ok: true, value })

export { line, term } from '../explain'
