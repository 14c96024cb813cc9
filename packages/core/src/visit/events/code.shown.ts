import { defineEvent, WORKERS } from '../kit'

/** A code on the appliance's display, as it stands there; the card may know it or not. */
export const codeShown = defineEvent({
  type: 'code.shown',
  emit: WORKERS,
  afterClosing: 'refused',
  moves: [],
  apply: (h, { data }) => void h.visit.own('codes').push({ code: data.code, applianceId: h.applianceId, ...h.stamp }),
})
