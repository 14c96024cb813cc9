import { fail, type Result } from './result'

/**
 * The first of some named inputs that is not a finite number inside its range, as a problem; undefined when all are good. Absent ones are passed
 * over: whether they may be absent is the caller's to say. Problems: `not-finite`, `out-of-range` with `name`, `min`, `max`.
 *
 * @example
 * firstOutside({ seconds: 0 }, { seconds: [0.1, 7200] }) // { ok: false, error: { code: 'out-of-range', params: { name: 'seconds', min: 0.1, max: 7200 }, path: ['seconds'] } }
 */
export function firstOutside<K extends string>(
  values: Readonly<Partial<Record<K, number | undefined>>>,
  ranges: Readonly<Record<K, readonly [min: number, max: number]>>,
): Result<never> | undefined {
  for (const name of Object.keys(ranges) as K[]) {
    const value = values[name]
    if (value === undefined) continue
    const [min, max] = ranges[name]
    if (!Number.isFinite(value)) return fail('not-finite', { name }, [name])
    if (value < min || value > max) return fail('out-of-range', { name, min, max }, [name])
  }
  return undefined
}

/**
 * A problem when not exactly one of some quantities is left open, at the field that is one too many or still missing; undefined when one is open.
 *
 * @example
 * notOneUnknown({ outputW: 1, flowM3PerS: 1, riseK: undefined }) // undefined
 * notOneUnknown({ outputW: 1, flowM3PerS: undefined, riseK: undefined }) // one-unknown at flowM3PerS
 */
export function notOneUnknown(quantities: Readonly<Record<string, number | undefined>>): Result<never> | undefined {
  const names = Object.keys(quantities)
  const open = names.filter((name) => quantities[name] === undefined)
  if (open.length === 1) return undefined
  const name = open[0] ?? names.at(-1) ?? ''
  return fail('one-unknown', { given: names.length - open.length, name }, [name])
}
