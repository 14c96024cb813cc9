import type { PipeRow } from './schemas'

/** The pipe network calculation, filled in with a supply's own pipes. */
export function networkLink(supply: {
  readonly gas: string
  readonly nominalPressurePa: number | null
  readonly pipes: readonly PipeRow[]
}): string {
  const params = new URLSearchParams({
    gas: supply.gas,
    ...(supply.nominalPressurePa !== null && { sourcePa: String(supply.nominalPressurePa) }),
    segments: JSON.stringify(
      supply.pipes.map(({ from, ...rest }) =>
        Object.fromEntries(Object.entries({ ...rest, ...(from !== null && { from }) }).filter(([, v]) => v !== undefined)),
      ),
    ),
  })
  return `/calculators/pipe-network?${params}`
}
