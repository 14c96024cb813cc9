import type { Step, StepKind } from '../procedure'
import type { VisitContext } from './context'
import { missingIn } from './gates'
import { readingKey } from './keys'
import type { ApplianceState, VisitState } from './state'

/** Steps in which more may come than they ask for: parts that are listed, a report that is told. */
const OPEN_ENDED: readonly StepKind[] = [
  'complaint',
  'dead-start',
  'basics',
  'repair',
  'look-first',
  'replace-valve',
  'gas-part',
  'convert',
  'finish',
]
/** Steps at which something is set: where the profile wants it in the middle, being inside is no end. */
const SETS: readonly StepKind[] = ['manifold', 'flue']

/**
 * The needs of a step that are still to be read: never read, or read before something was done that can have moved them. As found is read once.
 *
 * @example
 * stillToRead(flueAtMax, state) // its four figures again, after the burner was cleaned
 */
export function stillToRead(step: Step, state: ApplianceState): Step['needs'] {
  const moved = new Set(step.kind === 'found' ? [] : state.foundAndLeft.filter((f) => f.status === 'not-measured-again').map((f) => f.key))
  return step.needs.filter((need) => !state.latest.has(readingKey(need)) || moved.has(readingKey(need)))
}

/**
 * Whether a step is over without anybody saying so: all that it asks for is there, and nothing was read early, at the edge or outside.
 *
 * @param waitsForMore whether somebody is about to read what is read if reachable: then it is not over without that.
 * @example
 * endsByItself(standing, state, visit, context, false) // true once its figures are inside
 */
export function endsByItself(step: Step, state: ApplianceState, visit: VisitState, context: VisitContext, waitsForMore: boolean): boolean {
  if (OPEN_ENDED.includes(step.kind)) return false
  if (SETS.includes(step.kind) && context.practice.adjustInside.mode === 'centre') return false
  // What only tells something is read by somebody.
  if (step.kind !== 'loose-ends' && step.needs.length + step.asks.length + step.timers.length === 0) return false
  if (missingIn(step, state, visit, context).length > 0) return false
  if (step.kind === 'hand-over' && !visit.signatures.some((s) => s.by === 'customer')) return false
  if (step.kind === 'loose-ends' && (visit.looseEnds.some((l) => !l.closedAt) || visit.disturbed.some((d) => !d.refitted))) return false
  const lacks = stillToRead(step, state).filter((need) => waitsForMore || !need.optional)
  if (lacks.length > 0) return false
  return step.needs.every((need) => {
    const verdict = state.latest.get(readingKey(need))?.verdict
    return !verdict || verdict.status === 'inside' || verdict.because === 'no-band' || verdict.because === 'no-instrument'
  })
}
