import { defineEvent, WORKERS } from '../kit'

/** A photograph; the picture itself follows by its id and can be erased. */
export const photoTaken = defineEvent({
  type: 'photo.taken',
  emit: WORKERS,
  afterClosing: 'refused',
  moves: [],
  apply: (h, { data, stepId }) => {
    if (h.visit.now.photos.some((p) => p.id === data.photoId)) return h.odd('photo-twice')
    h.visit
      .own('photos')
      .push({ id: data.photoId, caption: data.caption || null, stepId: stepId ?? null, applianceId: h.applianceId, ...h.stamp })
  },
})
