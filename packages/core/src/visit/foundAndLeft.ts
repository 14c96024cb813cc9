import type { Station } from '../measure'
import { groupBy } from './groupBy'
import type { FoundAndLeft, JudgedReading } from './state'

/** What turning a screw can change: everything from the valve on. The supply stays as it was. */
const MOVED_BY_ADJUSTING: readonly Station[] = ['valve', 'burner', 'chamber', 'flue', 'electrics', 'water', 'air']

/** A reading counts unless it was early or its instrument proves nothing; one without a band still counts. */
const counts = (r: JudgedReading): boolean => r.verdict.status !== 'none' || r.verdict.because === 'no-band'

/**
 * As found and as left of every key. *As found* is the first valid reading before anything that affects it was touched; *as left* the last settled
 * one after the last such event, else "not measured again"; with nothing touched, as left is as found, unchanged.
 *
 * @param touched places in the log where something was adjusted, cleaned or replaced, in order.
 */
export function foundAndLeft(readings: readonly JudgedReading[], touched: readonly number[]): FoundAndLeft[] {
  const byKey = groupBy(readings, (r) => r.key)
  return [...byKey].map(([key, all]): FoundAndLeft => {
    const inOrder = [...all].sort((a, b) => a.index - b.index)
    const valid = inOrder.filter(counts)
    const station = inOrder[0]?.stationId
    const moves = station && MOVED_BY_ADJUSTING.includes(station) ? touched : []
    const first = moves[0] ?? Infinity
    const last = moves.at(-1) ?? -Infinity
    const asFound = valid.find((r) => r.index < first) ?? null
    if (moves.length === 0) return { key, asFound, asLeft: asFound, status: 'unchanged' }
    const asLeft = valid.findLast((r) => r.index > last) ?? null
    return { key, asFound, asLeft, status: asLeft ? 'measured-again' : 'not-measured-again' }
  })
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
