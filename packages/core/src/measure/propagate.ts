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
  const here = compute(inputs)
  if (here === undefined) return undefined
  let sum = 0
  for (const key of Object.keys(uncertainties) as K[]) {
    const u = uncertainties[key]
    if (!u) continue
    const up = compute({ ...inputs, [key]: inputs[key] + u })
    const down = compute({ ...inputs, [key]: inputs[key] - u })
    const slope =
      up !== undefined && down !== undefined ? (up - down) / 2 : up !== undefined ? up - here : down !== undefined ? here - down : 0
    sum += slope ** 2
  }
  return Math.sqrt(sum)
}
