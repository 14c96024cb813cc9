import { z } from 'zod'
import { TIMER_IDS } from '../../procedure'
import { isTimedBy, proveAgain } from '../groups'
import { defineEvent, WORKERS } from '../kit'

export const timerStarted = defineEvent({
  type: 'timer.started',
  data: z.strictObject({ timer: z.enum(TIMER_IDS), seconds: z.number().min(1).max(7200) }),
  emit: WORKERS,
  afterClosing: 'refused',
  // A test that is begun again has to run out again: what was read before no longer counts.
  moves: ['verdicts', 'left'],
  apply: (h, { data, at, stepId }) => {
    const { applianceId } = h
    h.visit.own('timers').push({ ...data, stepId: stepId ?? null, applianceId, startedAt: at, endedAt: null })
    proveAgain(h.drafts, (r) => r.applianceId === applianceId && isTimedBy(r, data.timer))
  },
})
