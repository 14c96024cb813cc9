import { defineEvent, WORKERS } from '../kit'

export const runEnded = defineEvent({
  type: 'run.ended',
  emit: WORKERS,
  afterClosing: 'refused',
  moves: [],
  apply: (h, { data, at }) => {
    const i = h.visit.now.runs.findIndex((r) => r.id === data.runId)
    const run = h.visit.now.runs[i]
    if (!run) return h.odd('no-such-run')
    if (!run.endedAt) h.visit.own('runs')[i] = { ...run, endedAt: at }
  },
})
