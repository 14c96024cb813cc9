import { type FaultEntry, withFaultEntry } from './faultCase'
import type { Happening } from './kit'

/** Puts an entry into its fault case; one that names a case which is not there is said. */
export function putFault(h: Happening, event: FaultEntry & { readonly id: string }): void {
  const before = h.visit.now.faults
  const after = withFaultEntry(before, event, h.stamp, h.applianceId)
  if (after === before) return h.odd('no-such-fault')
  h.visit.set({ faults: [...after] })
}
