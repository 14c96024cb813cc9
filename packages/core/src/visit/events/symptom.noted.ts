import { defineEvent, WORKERS } from '../kit'

export const symptomNoted = defineEvent({
  type: 'symptom.noted',
  emit: WORKERS,
  afterClosing: 'refused',
  moves: [],
  makes: 'symptomId',
  apply: (h, { data: { symptomId: id, kind, text } }) => {
    if (h.visit.now.symptoms.some((s) => s.id === id)) return h.odd('noted-twice')
    h.visit.own('symptoms').push({ id, kind, text, applianceId: h.applianceId, index: h.index, ...h.stamp })
  },
})
