import { type Growth, GROWTHS, needsFlame, runSheet, type Step, type Turn, type Work } from '../procedure'
import type { VisitAppliance, VisitContext } from './context'
import type { ApplianceState, VisitState } from './state'

/** Run sheets of a context that were made once: what an appliance's job has become decides them, and nothing else of the log. */
const made = new WeakMap<VisitContext, Map<string, readonly Step[]>>()

type Turned = Pick<ApplianceState, 'grown' | 'observations'>

/** The burner was found not to light, or not to stay. */
export const foundDead = (state: Pick<ApplianceState, 'observations'>): boolean =>
  ['drops-out', 'does-not-light'].includes(state.observations['burner-runs']?.answer ?? '')
/** It was found so, and nobody has said that it was repaired. */
export const stillDead = (state: Pick<ApplianceState, 'observations'>): boolean =>
  foundDead(state) && state.observations.repaired?.answer !== 'repaired'

const turnOf = (state: Turned): Turn => ({ grown: state.grown.map((g) => g.work), dead: foundDead(state) })

/** What is done on an appliance: the kind of the visit, and what it has become there. */
export const worksOf = (context: Pick<VisitContext, 'jobKind'>, state: Pick<ApplianceState, 'grown'>): Work[] => [
  context.jobKind,
  ...state.grown.map((g) => g.work),
]

function sheet(context: VisitContext, appliance: VisitAppliance, { grown = [], dead = false }: Turn): readonly Step[] {
  const of = made.get(context) ?? new Map<string, readonly Step[]>()
  made.set(context, of)
  const key = [appliance.id, dead, ...grown].join(' ')
  let steps = of.get(key)
  if (!steps) {
    const { jobKind, practice } = context
    // What the card cannot become is left out; the rest stands.
    const possible = grown.reduce<readonly Growth[]>(
      (sofar, g) => (runSheet(jobKind, appliance.card, practice, appliance.facts, { grown: [...sofar, g] }).ok ? [...sofar, g] : sofar),
      [],
    )
    const result = runSheet(jobKind, appliance.card, practice, appliance.facts, { grown: possible, dead })
    of.set(key, (steps = result.ok ? result.value : []))
  }
  return steps
}

/** The run sheet of one appliance as the log has made it; the same object as long as nothing turns the job. Empty for a job without a sheet. */
export const sheetOfAppliance = (context: VisitContext, appliance: VisitAppliance, state: Turned): readonly Step[] =>
  sheet(context, appliance, turnOf(state))

/**
 * The run sheets of a visit, by appliance, as the log has made them.
 *
 * @example
 * sheetsOf(context, visit)[applianceId].map((s) => s.id) // ['make-safe', 'complaint', 'standing', 'dead-start', …] of a burner that does not light
 */
export const sheetsOf = (context: VisitContext, visit: Pick<VisitState, 'appliances'>): Readonly<Record<string, readonly Step[]>> =>
  Object.fromEntries(
    context.appliances.map((a) => {
      const state = visit.appliances.find((s) => s.applianceId === a.id)
      return [a.id, state ? sheetOfAppliance(context, a, state) : []]
    }),
  )

/** Whether a step stands on an appliance's sheet, or could once the job has become what it can become. */
export const knowsStep =
  (context: VisitContext) =>
  (applianceId: string, stepId: string): boolean => {
    const appliance = context.appliances.find((a) => a.id === applianceId)
    const turns: readonly Turn[] = [{}, { grown: GROWTHS }, { grown: GROWTHS, dead: true }]
    return appliance !== undefined && turns.some((turn) => sheet(context, appliance, turn).some((s) => s.id === stepId))
  }

/** Steps that wait for the burner to run; none once it was repaired, or where it ran. */
export function parkedIn(
  appliance: VisitAppliance,
  state: Pick<ApplianceState, 'observations' | 'steps'>,
  steps: readonly Step[],
): readonly Step[] {
  return stillDead(state) ? steps.filter((s) => !state.steps[s.id] && needsFlame(s, appliance.card)) : []
}
