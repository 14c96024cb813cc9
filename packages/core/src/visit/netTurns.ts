import type { ApplianceState } from './state'

/**
 * Net turns, clicks or steps of one adjuster by the rate at which it was moved, clockwise positive: one screw that serves two rates is counted for each.
 *
 * @example
 * netTurnsAt(state, 'click') // { max: 3, min: -2 }
 */
export function netTurnsAt(state: Pick<ApplianceState, 'adjustments'>, adjusterId: string): Readonly<Record<string, number>> {
  const net: Record<string, number> = {}
  for (const a of state.adjustments)
    if (a.adjusterId === adjusterId)
      net[a.firingStateId] = (net[a.firingStateId] ?? 0) + (a.direction === 'clockwise' ? a.amount : -a.amount)
  return net
}
