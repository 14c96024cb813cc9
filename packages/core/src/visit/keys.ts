import type { MeasurandId, Station } from '../measure'

/** The key of a figure within an appliance: what, where, which section, at which rate. `readingKey({…})` → `'co2.flue@flue/max'`. */
export const readingKey = (r: {
  measurandId: MeasurandId
  stationId: Station
  firingStateId: string
  sectionId?: string | null | undefined
}): string => `${r.measurandId}@${r.stationId}${r.sectionId ? `#${r.sectionId}` : ''}/${r.firingStateId}`
