import { defineEvent, WORKERS } from '../kit'
import { stoppedNow } from '../stops'

/** One try to start: with gas, with gas shut to see the spark, or with the fan alone; and what was off, bridged or open meanwhile. */
export const startTried = defineEvent({
  type: 'start.tried',
  emit: WORKERS,
  afterClosing: 'refused',
  moves: [],
  apply: (h, { data }) => {
    const gas = data.gas ?? 'on'
    // Spark and fan are tried with the gas shut, stop or no stop.
    if (gas === 'on' && stoppedNow(h)) h.breach('fired-against-a-stop')
    h.visit.own('starts').push({
      applianceId: h.applianceId,
      gas,
      lit: data.lit,
      seen: data.seen ?? null,
      tries: data.tries ?? 1,
      ignition: data.ignition ?? null,
      stood: data.stood ?? [],
      configuration: data.configuration ?? null,
      index: h.index,
      ...h.stamp,
    })
  },
})
