import type { Instance, MeasurandId, Station } from '../measure'

/** The key of a figure within an appliance: what, where, which section, at which rate, of which of several. `readingKey({…})` → `'co2.flue@flue/max'`, `'coil.resistance@electrics/standing~coil-1'`. */
export const readingKey = (r: {
  measurandId: MeasurandId
  stationId: Station
  firingStateId: string
  sectionId?: string | null | undefined
  instanceId?: Instance | null | undefined
}): string =>
  `${r.measurandId}@${r.stationId}${r.sectionId ? `#${r.sectionId}` : ''}/${r.firingStateId}${r.instanceId ? `~${r.instanceId}` : ''}`
