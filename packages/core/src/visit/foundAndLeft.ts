import type { Adjuster } from '../appliance'
import type { Station } from '../measure'
import type { FoundAndLeft, JudgedReading } from './state'

/** A place in the log where something was touched, and where readings taken before it no longer count as left. */
export interface Touch {
  readonly index: number
  readonly stations: readonly Station[]
  /** Only what is read while it burns can have moved: a screw changes nothing at rest. */
  readonly burningOnly?: true
}

/** What turning a gas screw changes: the supply stays as it was, and so does the air through the chamber. */
const MOVED_BY_GAS: readonly Station[] = ['valve', 'burner', 'flue', 'electrics', 'water', 'air']
const MOVED_BY_AIR: readonly Station[] = [...MOVED_BY_GAS, 'chamber']
const GAS_ONLY: readonly Adjuster['function'][] = ['governor', 'throttle', 'offset', 'click']

/** The stations that an adjuster moves; one that the card does not know may move all of them. */
export const movedBy = (adjuster: Pick<Adjuster, 'function'> | undefined): readonly Station[] =>
  adjuster && GAS_ONLY.includes(adjuster.function) ? MOVED_BY_GAS : MOVED_BY_AIR

/** A reading counts unless it was early or its instrument proves nothing; one without a band still counts. */
const counts = (r: JudgedReading): boolean => r.verdict.status !== 'none' || r.verdict.because === 'no-band'

/**
 * As found and as left of one key. *As found* is the first valid reading before anything that affects it was touched; *as left* the last settled
 * one after the last such event, else "not measured again"; with nothing touched, as left is as found, unchanged.
 *
 * @param inOrder the key's readings in the order of the log.
 * @param touched places in the log where something was adjusted, cleaned or replaced, in order.
 */
export function foundAndLeft(key: string, inOrder: readonly JudgedReading[], touched: readonly Touch[]): FoundAndLeft {
  const valid = inOrder.filter(counts)
  const station = inOrder[0]?.stationId
  const state = inOrder[0]?.firingStateId
  const rests = state === 'off' || state === 'standing'
  const moves = touched.filter((t) => station && t.stations.includes(station) && !(rests && t.burningOnly)).map((t) => t.index)
  const first = moves[0] ?? Infinity
  const last = moves.at(-1) ?? -Infinity
  const asFound = valid.find((r) => r.index < first) ?? null
  if (moves.length === 0) return { key, asFound, asLeft: asFound, status: 'unchanged' }
  const asLeft = valid.findLast((r) => r.index > last) ?? null
  return { key, asFound, asLeft, status: asLeft ? 'measured-again' : 'not-measured-again' }
}

/** The newest reading of every key, judged or not: what the line shows. */
export function latestByKey(readings: readonly JudgedReading[]): Map<string, JudgedReading> {
  const latest = new Map<string, JudgedReading>()
  for (const r of readings) {
    const known = latest.get(r.key)
    if (!known || r.index >= known.index) latest.set(r.key, r)
  }
  return latest
}
