'use client'

import { adviseVisit, type VisitAdvice } from '@lucerna/core/advice'
import { seededRandom } from '@lucerna/sim/random'
import { useMemo } from 'react'
import { useDesk } from '../parts/context'

/** The same appliance thinks in the same numbers on every device. */
const seedOf = (id: string): number => [...id].reduce((h, c) => Math.imul(h ^ c.charCodeAt(0), 0x01000193), 0x811c9dc5) >>> 0

/** What to do next at the screws of this appliance, from all that was recorded; worked out anew when something was. */
export function useAdvice(): VisitAdvice {
  const { appliance, state, context } = useDesk()
  const { readings, adjustments } = state
  return useMemo(
    () => adviseVisit(appliance, { readings, adjustments }, context.practice, seededRandom(seedOf(appliance.id))),
    [appliance, readings, adjustments, context.practice],
  )
}
