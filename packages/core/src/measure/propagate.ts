/** What one input's doubt does to an output. */
export interface Contribution<K extends string> {
  readonly key: K
  /** Change of the output for one standard uncertainty of the input, with its sign. */
  readonly effect: number
  /** Share of the output's variance, 0–1. */
  readonly share: number
}

/**
 * Which input matters how much: the effect of one standard uncertainty of each on a computed figure, by central differences (one-sided where the figure has no
 * answer on one side), largest first.
 *
 * @param compute the figure for a set of inputs; undefined where it has none.
 * @example
 * contributions(({ a, b }) => a * b, { a: 2, b: 3 }, { a: 0.1, b: 0.2 }) // b: effect 0.4, share 0.64; a: effect 0.3, share 0.36
 */
export function contributions<K extends string>(
  compute: (inputs: Record<K, number>) => number | undefined,
  inputs: Record<K, number>,
  uncertainties: Partial<Record<K, number>>,
): Contribution<K>[] | undefined {
  const here = compute(inputs)
  if (here === undefined) return undefined
  const effects = (Object.keys(uncertainties) as K[]).flatMap((key) => {
    const u = uncertainties[key]
    if (!u) return []
    const up = compute({ ...inputs, [key]: inputs[key] + u })
    const down = compute({ ...inputs, [key]: inputs[key] - u })
    const effect =
      up !== undefined && down !== undefined ? (up - down) / 2 : up !== undefined ? up - here : down !== undefined ? here - down : 0
    return [{ key, effect }]
  })
  const variance = effects.reduce((sum, e) => sum + e.effect ** 2, 0)
  return effects
    .map((e) => ({ ...e, share: variance > 0 ? e.effect ** 2 / variance : 0 }))
    .sort((a, b) => Math.abs(b.effect) - Math.abs(a.effect))
}

/**
 * Standard uncertainty of a computed figure from those of its inputs, by linear propagation with central differences (GUM 5.1.2, uncorrelated
 * inputs). Inputs without doubt are left out. Where the function has no answer beside the point, the one-sided difference is used.
 *
 * @param compute the figure for a set of inputs; undefined where it has none.
 * @param inputs the point, SI.
 * @param uncertainties standard uncertainties of the inputs, SI.
 * @example
 * propagate(({ a, b }) => a * b, { a: 2, b: 3 }, { a: 0.1, b: 0.2 }) // √(0.3² + 0.4²) = 0.5
 */
export function propagate<K extends string>(
  compute: (inputs: Record<K, number>) => number | undefined,
  inputs: Record<K, number>,
  uncertainties: Partial<Record<K, number>>,
): number | undefined {
  const all = contributions(compute, inputs, uncertainties)
  return all && Math.sqrt(all.reduce((sum, c) => sum + c.effect ** 2, 0))
}
