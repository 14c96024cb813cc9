import { defineEvent, WORKERS } from '../kit'

/** What instruments showed around figures that were written down, or a trace that was brought from a file. */
export const traceKept = defineEvent({
  type: 'trace.kept',
  emit: WORKERS,
  afterClosing: 'refused',
  moves: [],
  makes: 'traceId',
  instruments: (data) => Object.fromEntries(data.channels.map((c, i) => [`data.channels[${i}].instrumentId`, c.instrumentId])),
  apply: (h, { data }) => {
    if (h.visit.now.traces.some((x) => x.id === data.traceId)) return h.odd('noted-twice')
    h.visit.own('traces').push({
      id: data.traceId,
      applianceId: h.applianceId,
      readingIds: data.readingIds,
      file: data.file ?? null,
      channels: data.channels,
      ...h.stamp,
    })
  },
})
