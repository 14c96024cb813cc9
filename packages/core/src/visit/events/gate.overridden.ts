import { CONFIRMED, defineEvent } from '../kit'

export const gateOverridden = defineEvent({
  type: 'gate.overridden',
  emit: CONFIRMED,
  afterClosing: 'refused',
  moves: [],
  apply: (h, { data }) => void h.visit.own('overrides').push({ ...data, applianceId: h.applianceId, ...h.stamp }),
})
