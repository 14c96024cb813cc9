import { isTimedBy, proveAgain } from '../groups'
import { defineEvent, WORKERS } from '../kit'

export const timerStarted = defineEvent({
  type: 'timer.started',
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
