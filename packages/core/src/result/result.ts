/**
 * Errors that a user can cause are values, not exceptions: a function that takes typed or measured input answers with a
 * {@link Result}. Exceptions are kept for programmers' mistakes.
 */
export type Result<T, E = Problem> = { readonly ok: true; readonly value: T } | { readonly ok: false; readonly error: E }

/**
 * What went wrong, as a code with parameters. The words for it live in the message files of the interface, so that another
 * language needs no change here.
 *
 * @example
 * const problem: Problem = { code: 'o2-not-below-air', params: { max: 0.2095 }, path: ['o2Dry'] }
 */
export interface Problem {
  readonly code: string
  readonly params?: Readonly<Record<string, string | number>>
  /** Which input is meant, from the outside in. */
  readonly path?: readonly (string | number)[]
}

/** Wraps a good answer. `ok(3)` → `{ ok: true, value: 3 }`. */
export const ok = <T>(value: T): Result<T, never> => ({ ok: true, value })

/** Wraps a problem. `fail('zero-time')` → `{ ok: false, error: { code: 'zero-time' } }`. */
export const fail = (code: string, params?: Problem['params'], path?: Problem['path']): Result<never> => ({
  ok: false,
  error: { code, ...(params && { params }), ...(path && { path }) },
})

/** The value, or an exception: for inputs that the programmer knows to be good (data files, tests). */
export function unwrap<T>(result: Result<T>): T {
  if (result.ok) return result.value
  throw new Error(`${result.error.code} ${JSON.stringify(result.error.params ?? {})}`)
}
