import { MEASURANDS } from '../../measure'
import { defineEvent, WORKERS } from '../kit'
import { connectionOf } from '../zeroes'

/** Somebody said where a channel hangs. A pressure port that hangs somewhere else than before has no zero there. */
export const channelConnected = defineEvent({
  type: 'channel.connected',
  emit: WORKERS,
  afterClosing: 'refused',
  moves: [],
  instruments: (data) => ({ 'data.instrumentId': data.instrumentId }),
  check: ({ data }, { wrong }) => {
    if (!MEASURANDS[data.measurandId].stations.includes(data.stationId))
      wrong('data.stationId', 'wrong-station', { measurand: data.measurandId, station: data.stationId })
  },
  apply: (h, { data }) => {
    if (MEASURANDS[data.measurandId].channel !== 'pressure') return
    const connection = connectionOf(data)
    if (h.visit.now.hoses.findLast((x) => x.instrumentId === data.instrumentId)?.connection === connection) return
    h.visit.own('hoses').push({ instrumentId: data.instrumentId, connection, index: h.index })
  },
})
