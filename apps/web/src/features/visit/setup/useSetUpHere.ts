'use client'

import { adviseVisit } from '@lucerna/core/advice'
import { conditionAskedIn, mayAdjustIn, type Step } from '@lucerna/core/procedure'
import { worksOf } from '@lucerna/core/visit'
import { seededRandom } from '@lucerna/sim/random'
import { useMemo } from 'react'
import { type SetUp } from '@/features/setup'
import { may, type VisitDesk } from '../parts/context'
import { useDesk } from '../parts/context'
import { useTurn } from './useTurn'

/** The same appliance thinks in the same numbers on every device. */
const seedOf = (id: string): number => [...id].reduce((h, c) => Math.imul(h ^ c.charCodeAt(0), 0x01000193), 0x811c9dc5) >>> 0

/** Whether something may be set at a step: not at all, only after "Clean or adjust?" was answered, or now. */
export function settingAt(
  step: Step,
  { appliance, state, visit, role, context }: Pick<VisitDesk, 'appliance' | 'state' | 'visit' | 'role' | 'context'>,
): 'never' | 'asked-first' | 'now' {
  const works = worksOf(context, state)
  const here = (step.kind === 'flue' || step.kind === 'manifold') && appliance.card.adjusters.length > 0
  // What has to come first comes first: the step is locked until then, and its screws with it.
  if (!state.steps[step.id] && step.after.some((id) => !state.steps[id])) return 'never'
  if (!here || !may(role, 'adjustment.made') || visit.status !== 'open' || !mayAdjustIn(works)) return 'never'
  return conditionAskedIn(works) && !state.observations.condition ? 'asked-first' : 'now'
}

/** The set-up desk of this appliance at a step of its visit: what to do next from all that was recorded, worked out anew when something was; null where nothing is set. */
export function useSetUpHere(step: Step): SetUp | null {
  const desk = useDesk()
  const { appliance, state, context, units, timeZone, steps, goTo } = desk
  const { readings, adjustments, netTurns, latest } = state
  const { practice } = context
  const now = settingAt(step, desk) === 'now'
  // After a new valve or another gas its screws are others.
  const turned = conditionAskedIn(worksOf(context, state)) ? (appliance.turned ?? null) : null
  const advised = useMemo(
    () => (now ? adviseVisit(appliance, { readings, adjustments }, practice, seededRandom(seedOf(appliance.id)), turned) : null),
    [appliance, readings, adjustments, practice, turned, now],
  )
  const { turn, correct } = useTurn(step)
  return (
    advised && {
      appliance,
      practice,
      units,
      timeZone,
      advised,
      rateId: step.firingStateId,
      netTurns,
      latest,
      readings: readings.filter((r) => r.settled !== 'early'),
      whenOf: (id) => adjustments.find((a) => a.eventId === id)?.at ?? null,
      turn,
      correct,
      toRate: (rateId, figures) => {
        const sets = (s: Step) => s.firingStateId === rateId && (s.kind === 'flue' || s.kind === 'manifold')
        const reads = (s: Step, figure: string) => s.needs.some((n) => n.measurandId === figure)
        // What is asked for first, and was not read since the last move, decides: pressure before the mixture, each at its own step.
        const turnedAt = adjustments.at(-1)?.index ?? -1
        const isFresh = (figure: string) =>
          readings.some((r) => r.measurandId === figure && r.firingStateId === rateId && r.index > turnedAt && r.settled !== 'early')
        const first = figures?.find((f) => !isFresh(f) && steps.some((s) => sets(s) && reads(s, f)))
        const wanted = (s: Step) => sets(s) && (first === undefined || reads(s, first))
        const there = wanted(step) ? undefined : (steps.findLast((s) => wanted(s)) ?? steps.findLast((s) => s.firingStateId === rateId))
        return there && there.id !== step.id ? () => goTo(there.id) : null
      },
    }
  )
}
