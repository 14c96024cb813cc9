import type { Step, StepKind } from '../procedure'
import type { Continued } from './context'
import type { ApplianceState } from './state'

/** What does not have to be seen again: how it was found, what was judged, taken apart, cleaned, replaced or converted. */
const HOLDS: readonly StepKind[] = [
  'complaint',
  'dead-start',
  'found',
  'first-run',
  'condition',
  'strip',
  'replace-valve',
  'gas-part',
  'convert',
]
const holds = (step: Step): boolean =>
  HOLDS.includes(step.kind) ||
  (step.stage === 'as-found' && step.kind === 'differential') ||
  (step.kind === 'own' && (step.stage === 'as-found' || step.stage === 'clean'))

/**
 * What an unfinished visit hands to the one that continues it. Making safe, isolating, tightness, everything measured or proved at the end is done
 * again: on another day nothing of it holds by itself. What was skipped is asked again.
 *
 * @param state the appliance as the earlier visit left it.
 * @param steps its run sheet there.
 * @example
 * continuedFrom(state, sheet, { visitId, closedAt }).steps // { condition: { status: 'done', carried: true, … }, strip: … }
 */
export function continuedFrom(
  state: ApplianceState,
  steps: readonly Step[],
  from: { readonly visitId: string; readonly closedAt: string },
): Continued {
  const kept = steps.filter((s) => holds(s) && state.steps[s.id] && state.steps[s.id]?.status !== 'skipped')
  return {
    ...from,
    steps: Object.fromEntries(kept.map((s) => [s.id, { ...state.steps[s.id]!, carried: true }])),
    observations: Object.fromEntries(
      kept.flatMap((s) => s.asks).flatMap((a) => (state.observations[a.id] ? [[a.id, state.observations[a.id]!]] : [])),
    ),
    grown: state.grown,
    asFound: Object.fromEntries(state.foundAndLeft.flatMap((f) => (f.asFound ? [[f.key, f.asFound.valueSi]] : []))),
  }
}
