import { type ChannelSpec, type Reading, takeReading } from '@lucerna/core/measure'
import type { Need } from '@lucerna/core/procedure'
import { instrumentFor } from '@lucerna/core/visit'
import type { settlingOf } from '../view'
import type { VisitDesk } from './context'
import { isBlanked } from './NeedRow'

/** One value that is about to be recorded: typed, or as an instrument sends it. */
export type ToTake = { readonly need: Need; readonly valueSi: number } & (
  | { readonly entered: { readonly text: string; readonly unit: string } }
  /** `ready`: the trace has settled. */
  | { readonly sentBy: ChannelSpec; readonly ready: boolean }
)

/**
 * Values as readings of one moment, each with its instrument and with whether it had settled: what is read in the first minute, or before its rate has stood, is early
 * whatever anybody says; what nobody timed counts by their word.
 */
export function readingsOf(
  all: readonly ToTake[],
  at: {
    readonly settling: ReturnType<typeof settlingOf>
    readonly early: boolean
    readonly declared: boolean
    readonly desk: Pick<VisitDesk, 'instruments' | 'context'>
    readonly newId: (need: Need | null) => string
    readonly takenAt: string
  },
): Reading[] {
  const { settling, early, declared, desk } = at
  const groupId = at.newId(null)
  return all.map((one) => {
    const { need, valueSi } = one
    const found = instrumentFor(need.measurandId, desk.instruments, desk.context.instruments)
    const blanked = settling?.blanked === true && isBlanked(need)
    const still = 'sentBy' in one ? one.ready : !(declared && settling !== null && settling.waitS > 0)
    const moving = 'sentBy' in one && !one.ready && !declared
    return takeReading({
      ...need,
      id: at.newId(need),
      groupId,
      valueSi,
      ...('sentBy' in one ? { sentBy: one.sentBy } : { entered: one.entered }),
      instrument: found.kind === 'one' ? found.instrument : undefined,
      settled: blanked || early || moving ? 'early' : still ? 'settled' : 'declared',
      takenAt: at.takenAt,
    })
  })
}
