/** One field that two people changed from the same start, to different things. */
export interface Conflict<F> {
  readonly field: keyof F & string
  readonly base: unknown
  readonly mine: unknown
  readonly theirs: unknown
}

export interface Merged<F> {
  /** Both people's changes; where they differ, mine for now. */
  readonly fields: F
  readonly conflicts: readonly Conflict<F>[]
  /** Fields that only the other person changed: taken over. */
  readonly taken: readonly (keyof F & string)[]
}

const same = (a: unknown, b: unknown): boolean => JSON.stringify(a ?? null) === JSON.stringify(b ?? null)

/**
 * Puts two edits of the same entry together, field by field: what only one changed is kept, what both changed alike is kept, the rest is asked.
 *
 * @param base what both began from; `theirs` is what is stored now.
 * @example
 * mergeFields({ a: 1, b: 1 }, { a: 2, b: 1 }, { a: 1, b: 3 }) // { fields: { a: 2, b: 3 }, conflicts: [], taken: ['b'] }
 */
export function mergeFields<F extends object>(base: F, mine: F, theirs: F): Merged<F> {
  const keys = [...new Set([...Object.keys(base), ...Object.keys(mine), ...Object.keys(theirs)])] as (keyof F & string)[]
  const conflicts: Conflict<F>[] = []
  const taken: (keyof F & string)[] = []
  const fields = Object.fromEntries(
    keys.map((k) => {
      const [b, m, t] = [base[k], mine[k], theirs[k]]
      if (same(m, t)) return [k, m]
      if (same(b, m)) {
        taken.push(k)
        return [k, t]
      }
      if (!same(b, t)) conflicts.push({ field: k, base: b, mine: m, theirs: t })
      return [k, m]
    }),
  ) as F
  return { fields, conflicts, taken }
}
