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
