import { CONFIRMED, defineEvent } from '../kit'

export const defectFound = defineEvent({
  type: 'defect.found',
  emit: CONFIRMED,
  afterClosing: 'refused',
  moves: [],
  makes: 'defectId',
  apply: (h, { data: { defectId: id, ...defect } }) =>
    void h.visit.own('defects').push({ id, ...defect, applianceId: h.applianceId, mended: null, ...h.stamp }),
})
