import { zeroSeen } from '@lucerna/core/live'
import type { VisitState } from '@lucerna/core/visit'
import type { LiveChannel } from './LiveBoard'

/**
 * Whether a port's own trace shows that it was zeroed since its instrument was last read, at whatever appliance: it said so, or it showed the room for a moment.
 *
 * @example zeroProved(visit, channel) // false: the hose went from one point to the next without a zero between
 */
export function zeroProved({ appliances }: Pick<VisitState, 'appliances'>, { instrument, trace }: LiveChannel): boolean {
  const last = appliances
    .flatMap((a) => a.readings)
    .filter((r) => r.instrumentId === instrument.id)
    .reduce((ms, r) => Math.max(ms, Date.parse(r.takenAt)), -Infinity)
  return zeroSeen(trace.samples, trace.zeroedS, last / 1000)
}
