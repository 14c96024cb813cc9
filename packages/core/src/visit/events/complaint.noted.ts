import { defineEvent, WORKERS } from '../kit'

/** What is complained of, in what circumstances, and what was changed already: only what was said, all of it may be left out but one. */
export const complaintNoted = defineEvent({
  type: 'complaint.noted',
  emit: WORKERS,
  afterClosing: 'refused',
  moves: [],
  apply: (h, { data }) => {
    h.visit.own('complaints').push({
      text: data.text ?? null,
      toldBy: data.toldBy ?? null,
      since: data.since ?? null,
      service: data.service ?? null,
      weather: data.weather ?? null,
      often: data.often ?? null,
      changed: data.changed ?? null,
      applianceId: h.applianceId,
      ...h.stamp,
    })
  },
})
