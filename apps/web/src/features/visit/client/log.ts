import type { EventType, StoredEvent } from '@lucerna/core/visit'
import type { NewEvent } from './writeDown'

/** How far the log is known without a gap: what comes in between on another device is not jumped over. `knownWithoutGap([1, 2, 4])` → 2. */
export function knownWithoutGap(events: readonly Pick<StoredEvent, 'seq'>[]): number {
  const seqs = new Set(events.map((e) => e.seq))
  let last = 0
  while (seqs.has(last + 1)) last++
  return last
}

/** Ids that an event makes anew; all others name something that is there. */
const MADE_ANEW: Partial<Record<EventType, string>> = {
  'loose-end.opened': 'looseEndId',
  'live-test.allowed': 'looseEndId',
  'item.disturbed': 'itemId',
  'defect.found': 'defectId',
  'symptom.noted': 'symptomId',
}

/** What new events say, without the ids and the times that are made anew each time: two taps say the same. */
export const whatIsSaid = (events: readonly NewEvent[]): string =>
  JSON.stringify(
    events.map(({ data, ...envelope }) => {
      const own = MADE_ANEW[envelope.type]
      const rest = Object.fromEntries(Object.entries(data).filter(([key]) => key !== own))
      const readings = 'readings' in data ? data.readings.map(({ id: _i, groupId: _g, takenAt: _t, ...reading }) => reading) : undefined
      return { ...envelope, data: { ...rest, ...(readings && { readings }) } }
    }),
  )
