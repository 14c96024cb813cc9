import type { Adjuster } from '../appliance'
import type { Station } from '../measure'
import type { FoundAndLeft, JudgedReading } from './state'

/** A place in the log where something was touched, and where readings taken before it no longer count as left. */
export interface Touch {
  readonly index: number
  readonly stations: readonly Station[]
  /** Only what is read while it burns can have moved: a screw changes nothing at rest. */
  readonly burningOnly?: true
  /** Something was set; otherwise something was cleaned, repaired, renewed or opened. */
  readonly set?: true
}

/** What turning a gas screw changes: the supply stays as it was, and so does the air through the chamber. */
const MOVED_BY_GAS: readonly Station[] = ['valve', 'burner', 'flue', 'electrics', 'water', 'air']
const MOVED_BY_AIR: readonly Station[] = [...MOVED_BY_GAS, 'chamber']
const GAS_ONLY: readonly Adjuster['function'][] = ['governor', 'throttle', 'offset', 'click']

/** Whether an adjuster moves the gas and nothing else. */
export const changesGas = (adjuster: Pick<Adjuster, 'function'> | undefined): boolean =>
  adjuster !== undefined && GAS_ONLY.includes(adjuster.function)
/** The stations that an adjuster moves; one that the card does not know may move all of them. */
export const movedBy = (adjuster: Pick<Adjuster, 'function'> | undefined): readonly Station[] =>
  changesGas(adjuster) ? MOVED_BY_GAS : MOVED_BY_AIR

/** A reading counts unless it was early or its instrument proves nothing; one without a band still counts. */
const counts = (r: JudgedReading): boolean => r.verdict.status !== 'none' || r.verdict.because === 'no-band'

/** First and last place in the log where something moved a station. */
export interface Moved {
  readonly first: number
  readonly last: number
  /** Between the last work and the first screw turned after it: what was read there, the work alone has done. */
  readonly workOnly: { readonly from: number; readonly to: number } | null
}

/**
 * Where a station was moved first and last, from what was touched; undefined when nothing moved it.
 *
 * @param atRest read with nothing burning: what moves only a burning appliance does not count.
 */
export function movedAt(touched: readonly Touch[], station: Station, atRest: boolean): Moved | undefined {
  const moves = (t: Touch) => t.stations.includes(station) && !(atRest && t.burningOnly)
  const first = touched.find(moves)
  if (!first) return undefined
  const work = touched.find((t) => moves(t) && !t.set)
  const screw = work && touched.find((t) => moves(t) && t.set && t.index > work.index)
  return {
    first: first.index,
    last: touched.findLast(moves)!.index,
    workOnly: screw ? { from: touched.findLast((t) => moves(t) && !t.set && t.index < screw.index)!.index, to: screw.index } : null,
  }
}

/**
 * As found and as left of one key. *As found* is the first valid reading before anything that affects it was touched; *as left* the last settled
 * one after the last such event, else "not measured again"; with nothing touched, as left is as found, unchanged. *After the work* is the last one between
 * cleaning, repair or part and the first screw: it proves what cured it.
 *
 * @param inOrder the key's readings in the order of the log.
 * @param moved where its station was moved, if it was.
 * @param firstRun where in the log a dead burner was repaired, and where the station was moved since.
 */
export function foundAndLeft(
  key: string,
  inOrder: readonly JudgedReading[],
  moved: Moved | undefined,
  firstRun: { readonly index: number; readonly moved: Moved | undefined } | null = null,
): FoundAndLeft {
  // Never read before the repair: the first run is the baseline, and what was done before it moved nothing of it.
  if (firstRun && moved && moved.first < firstRun.index && !inOrder.some((r) => r.index < firstRun.index && counts(r))) {
    const from = foundAndLeft(key, inOrder, firstRun.moved)
    return { ...from, firstRun: from.asFound !== null }
  }
  const asFound = inOrder.find((r) => r.index < (moved?.first ?? Infinity) && counts(r)) ?? null
  if (!moved) return { key, asFound, afterWork: null, asLeft: asFound, firstRun: false, status: 'unchanged' }
  const asLeft = inOrder.findLast((r) => r.index > moved.last && counts(r)) ?? null
  const { workOnly } = moved
  const afterWork = (workOnly && inOrder.findLast((r) => r.index > workOnly.from && r.index < workOnly.to && counts(r))) ?? null
  return { key, asFound, afterWork, asLeft, firstRun: false, status: asLeft ? 'measured-again' : 'not-measured-again' }
}
