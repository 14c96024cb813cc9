import { firingState } from '../../appliance'
import { MEASURANDS, type Reading } from '../../measure'
import { liveReading, putReadings } from '../groups'
import { defineEvent, type Happening, WORKERS } from '../kit'
import { checkReading } from '../checkReading'
import { connectionOf } from '../zeroes'

/** Two devices that write the same figure down within this time have measured the same thing. */
export const AT_ONCE_MS = 120_000

/** More than an event has readings. */
const ORDER_STEP = 32

/** Where a pressure port hangs now: another connection than before asks for a new zero of the first. */
function hangAt(h: Happening, r: Reading): void {
  const instrumentId = r.source.instrumentId
  if (!instrumentId || MEASURANDS[r.measurandId].channel !== 'pressure') return
  const connection = connectionOf(r)
  if (h.visit.now.hoses.findLast((x) => x.instrumentId === instrumentId)?.connection === connection) return
  h.visit.own('hoses').push({ instrumentId, connection, index: h.index })
}

export const readingTaken = defineEvent({
  type: 'reading.taken',
  emit: WORKERS,
  afterClosing: 'refused',
  moves: ['readings', 'verdicts', 'left'],
  instruments: (data) =>
    Object.fromEntries(data.readings.map((r, i) => [`data.readings[${i}].source.instrumentId`, r.source.instrumentId])),
  check: ({ data }, at) => data.readings.forEach((r, i) => checkReading(r, `data.readings[${i}]`, at)),
  apply: (h, event) => {
    const { draft, applianceId } = h
    if (!draft || !applianceId) return h.breach('no-appliance')
    const at = Date.parse(event.at)
    const readings = event.data.readings.map((r, i) =>
      liveReading(h.drafts, r, event, applianceId, { index: h.index, order: h.index * ORDER_STEP + i }),
    )
    const elsewhere = ({ key }: { readonly key: string }) => {
      for (const [device, ms] of draft.readBy.get(key) ?? []) if (device !== event.deviceId && Math.abs(ms - at) < AT_ONCE_MS) return true
      return false
    }
    if (readings.some(elsewhere)) h.odd('measured-by-two')
    for (const r of readings) if (!firingState(draft.appliance.card, r.firingStateId)) h.odd('no-such-state')
    putReadings(draft, readings)
    for (const r of readings) hangAt(h, r)
  },
})
