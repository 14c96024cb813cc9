import { defineEvent, WORKERS } from '../kit'

/** One start on one time line: what came when, by hand or by channels, what they showed, and where it died if it did. */
export const startRecorded = defineEvent({
  type: 'start.recorded',
  emit: WORKERS,
  afterClosing: 'refused',
  moves: [],
  makes: 'startId',
  instruments: (data) => Object.fromEntries(data.lanes.map((l, i) => [`data.lanes[${i}].instrumentId`, l.instrumentId])),
  check: ({ data }, { wrong }) => {
    if ((data.outcome === 'died') !== (data.diedAt !== null)) wrong('data.diedAt', 'died-and-where')
  },
  apply: (h, { data: { startId, ...record } }) => {
    if (h.visit.now.startsSeen.some((x) => x.id === startId)) return h.odd('noted-twice')
    h.visit.own('startsSeen').push({ id: startId, applianceId: h.applianceId, by: h.stamp.by, ...record })
  },
})
