import { CONFIRMED, defineEvent } from '../kit'

/** What was found is put right in the same visit, and how that was proved. */
export const defectMended = defineEvent({
  type: 'defect.mended',
  emit: CONFIRMED,
  afterClosing: 'refused',
  moves: [],
  apply: (h, { data }) => {
    const i = h.visit.now.defects.findIndex((d) => d.id === data.defectId)
    const defect = h.visit.now.defects[i]
    if (!defect) return h.odd('no-such-defect')
    if (defect.mended) return h.odd('mended-already')
    h.visit.own('defects')[i] = { ...defect, mended: { how: data.how, ...h.stamp } }
  },
})
