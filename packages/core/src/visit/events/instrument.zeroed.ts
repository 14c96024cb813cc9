import { defineEvent, WORKERS } from '../kit'
import { connectionOf } from '../zeroes'

export const instrumentZeroed = defineEvent({
  type: 'instrument.zeroed',
  emit: WORKERS,
  afterClosing: 'refused',
  // What is read afterwards is proved by it; what was read before stays void.
  moves: [],
  instruments: (data) => ({ 'data.instrumentId': data.instrumentId }),
  apply: (h, { data, at }) =>
    void h.visit.own('zeroed').push({
      instrumentId: data.instrumentId,
      place: data.place,
      connection: data.stationId ? connectionOf({ stationId: data.stationId, sectionId: data.sectionId }) : null,
      gasOnly: data.gasOnly ?? false,
      at,
      index: h.index,
    }),
})
