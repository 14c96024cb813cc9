import { defineEvent, WORKERS } from '../kit'

/** A part that has to be got before the work can go on, and by when somebody comes back with it. */
export const partNeeded = defineEvent({
  type: 'part.needed',
  emit: WORKERS,
  afterClosing: 'refused',
  moves: [],
  makes: 'needId',
  apply: (h, { data: { needId: id, part, number, why, backOn } }) =>
    void h.visit
      .own('partsNeeded')
      .push({ id, part, number: number ?? null, why: why ?? null, backOn: backOn ?? null, applianceId: h.applianceId, ...h.stamp }),
})
