import { defineEvent, WORKERS } from '../kit'

export const timerEnded = defineEvent({
  type: 'timer.ended',
  emit: WORKERS,
  afterClosing: 'refused',
  moves: [],
  apply: (h, { data, at }) => {
    const i = h.visit.now.timers.findLastIndex((t) => t.timer === data.timer && t.applianceId === h.applianceId)
    const clock = h.visit.now.timers[i]
    if (!clock) return h.odd('no-such-timer')
    if (clock.endedAt) return h.odd('timer-ended-twice')
    // A clock stopped before its time has not run out.
    if (Date.parse(at) < Date.parse(clock.startedAt) + clock.seconds * 1000) return h.odd('timer-ended-early')
    h.visit.own('timers')[i] = { ...clock, endedAt: at }
  },
})
