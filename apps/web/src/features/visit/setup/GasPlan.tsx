'use client'

import { gasPlan } from '@lucerna/core/advice'
import { worksOf } from '@lucerna/core/visit'
import { GasPlanList } from '@/features/setup'
import { useDesk } from '../parts/context'

/** In a change of gas: its plan, with what the visit has done of it. */
export function GasPlan() {
  const { appliance, state, context, units } = useDesk()
  if (!worksOf(context, state).includes('change-of-gas')) return null
  const plan = gasPlan(appliance, context.practice, {
    answers: state.observations,
    adjusted: state.adjustments.map((a) => a.adjusterId),
    verdictOf: (key) => state.latest.get(key)?.verdict.status ?? null,
  })
  return <GasPlanList plan={plan} gas={appliance.facts.gas} card={appliance.card} units={units} />
}
