import { zeroSeen } from '@lucerna/core/live'
import type { ApplianceState } from '@lucerna/core/visit'
import type { LiveChannel } from './LiveBoard'

/**
 * Whether a port's own trace shows that it was zeroed since its instrument was last read: it said so, or it showed the room for a moment.
 *
 * @example zeroProved(state, channel) // false: the hose went from one point to the next without a zero between
 */
export function zeroProved({ readings }: Pick<ApplianceState, 'readings'>, { instrument, trace }: LiveChannel): boolean {
  const last = readings.filter((r) => r.instrumentId === instrument.id).reduce((ms, r) => Math.max(ms, Date.parse(r.takenAt)), -Infinity)
  return zeroSeen(trace.samples, trace.zeroedS, last / 1000)
}
