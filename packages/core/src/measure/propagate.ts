/** What one input's doubt does to an output. */
export interface Contribution<K extends string> {
  readonly key: K
  /** Change of the output for one standard uncertainty of the input, with its sign. */
  readonly effect: number
  /** Share of the output's variance, 0–1. */
  readonly share: number
}

/**
 * Which input matters how much to each of several outputs: the effect of one standard uncertainty of each input, by central differences (GUM 5.1.2, uncorrelated
 * inputs; one-sided where there is no answer on one side), largest first. Every output of one evaluation is used, so many outputs cost no more than one.
 *
 * @param compute the outputs for a set of inputs; undefined where there are none.
 * @example
 * contributions(({ a, b }) => ({ product: a * b }), { a: 2, b: 3 }, { a: 0.1, b: 0.2 })
 * // product: b with effect 0.4 and share 0.64, a with effect 0.3 and share 0.36
 */
export function contributions<K extends string, O extends string>(
  compute: (inputs: Record<K, number>) => Readonly<Partial<Record<O, number>>> | undefined,
  inputs: Record<K, number>,
  uncertainties: Partial<Record<K, number>>,
): Partial<Record<O, Contribution<K>[]>> | undefined {
  const here = compute(inputs)
  if (here === undefined) return undefined
  const outputs = Object.keys(here) as O[]
  const effects = new Map<O, { key: K; effect: number }[]>(outputs.map((o) => [o, []]))
  for (const key of Object.keys(uncertainties) as K[]) {
    const u = uncertainties[key]
    if (!u) continue
    const up = compute({ ...inputs, [key]: inputs[key] + u })
    const down = compute({ ...inputs, [key]: inputs[key] - u })
    for (const o of outputs) {
      const [high, middle, low] = [up?.[o], here[o], down?.[o]]
      if (middle === undefined) continue
      const effect =
        high !== undefined && low !== undefined
          ? (high - low) / 2
          : high !== undefined
            ? high - middle
            : low !== undefined
              ? middle - low
              : 0
      effects.get(o)?.push({ key, effect })
    }
  }
  return Object.fromEntries(outputs.map((o) => [o, shared(effects.get(o) ?? [])])) as Partial<Record<O, Contribution<K>[]>>
}

function shared<K extends string>(effects: readonly { readonly key: K; readonly effect: number }[]): Contribution<K>[] {
  const variance = effects.reduce((sum, e) => sum + e.effect ** 2, 0)
  return effects
    .map((e) => ({ ...e, share: variance > 0 ? e.effect ** 2 / variance : 0 }))
    .sort((a, b) => Math.abs(b.effect) - Math.abs(a.effect))
}

/** Standard uncertainty that contributions add up to (uncorrelated): the root of the sum of squares. */
export const combined = (parts: readonly { readonly effect: number }[]): number =>
  Math.sqrt(parts.reduce((sum, c) => sum + c.effect ** 2, 0))

/**
 * Standard uncertainty of one computed figure from those of its inputs, by {@link contributions}. Inputs without doubt are left out.
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
  const parts = contributions(
    (at) => {
      const figure = compute(at)
      return figure === undefined ? undefined : { figure }
    },
    inputs,
    uncertainties,
  )
  return parts && combined(parts.figure ?? [])
}
