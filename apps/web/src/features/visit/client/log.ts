import { specOf, type StoredEvent } from '@lucerna/core/visit'
import type { NewEvent } from './writeDown'

/** How far the log is known without a gap: what comes in between on another device is not jumped over. `knownWithoutGap([1, 2, 4])` → 2. */
export function knownWithoutGap(events: readonly Pick<StoredEvent, 'seq'>[]): number {
  const seqs = new Set(events.map((e) => e.seq))
  let last = 0
  while (seqs.has(last + 1)) last++
  return last
}

/** What new events say, without the ids and the times that are made anew each time: two taps say the same. */
export const whatIsSaid = (events: readonly NewEvent[]): string =>
  JSON.stringify(
    events.map(({ data, ...envelope }) => {
      const own = specOf(envelope.type).makes
      const rest = Object.fromEntries(Object.entries(data).filter(([key]) => key !== own))
      const readings = 'readings' in data ? data.readings.map(({ id: _i, groupId: _g, takenAt: _t, ...reading }) => reading) : undefined
      return { ...envelope, data: { ...rest, ...(readings && { readings }) } }
    }),
  )
