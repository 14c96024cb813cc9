'use client'

import type { Adjuster } from '@lucerna/core/appliance'
import type { Step } from '@lucerna/core/procedure'
import { v7 as uuidv7 } from 'uuid'
import type { SetUp } from '@/features/setup'
import { t } from '@/messages/visit'
import type { NewEvent } from '../client/writeDown'
import { useDesk } from '../parts/context'

/** Writes down a move as it was made, with the cap that came off for it and the live test that it is; or that it was made otherwise. */
export function useTurn(step: Step): Pick<SetUp, 'turn' | 'correct'> {
  const { appliance, visit, record } = useDesk()
  const correct: SetUp['correct'] = (adjustmentId, adjuster, amount) =>
    void record([
      {
        type: 'adjustment.corrected',
        stepId: step.id,
        applianceId: appliance.id,
        data: { adjustmentId, adjusterId: adjuster.id, direction: amount < 0 ? 'anticlockwise' : 'clockwise', amount: Math.abs(amount) },
      },
    ])
  const turn = (adjuster: Adjuster, amount: number, firingStateId: string) => {
    const key = `cap.${adjuster.id}`
    const at = { stepId: step.id, applianceId: appliance.id }
    const events: NewEvent[] = []
    if (adjuster.cap !== null && !visit.looseEnds.some((l) => l.key === key && !l.closedAt))
      events.push({
        type: 'loose-end.opened',
        ...at,
        data: { looseEndId: uuidv7(), kind: 'adjuster-cap', key, label: adjuster.cap },
      })
    if (adjuster.insideCase && !visit.looseEnds.some((l) => l.kind === 'live-test' && !l.closedAt))
      events.push({
        type: 'live-test.allowed',
        ...at,
        data: { looseEndId: uuidv7(), test: t('loose.live-test', { what: adjuster.label }) },
      })
    void record([
      ...events,
      {
        type: 'adjustment.made',
        ...at,
        data: {
          adjusterId: adjuster.id,
          direction: amount > 0 ? 'clockwise' : 'anticlockwise',
          amount: Math.abs(amount),
          unit: adjuster.unit,
          firingStateId,
        },
      },
    ])
  }
  return { turn, correct }
}
