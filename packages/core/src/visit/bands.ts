import { firingState, limitFor } from '../appliance'
import type { MeasurandId, Station } from '../measure'
import { type Practice, profileLimit } from '../practice'
import type { VisitAppliance } from './context'
import type { Band } from './verdict'

/** A computed figure is held against the limit of the measured one where the card names only that (CO2 computed from O2 and the reverse). */
const STANDS_FOR: Partial<Record<MeasurandId, MeasurandId>> = { 'co2.flueComputed': 'co2.flue', 'o2.flueComputed': 'o2.flue' }

/**
 * The band for one figure: the card's limit, else the profile's, else none; the source is always named.
 *
 * @example
 * bandFor(larch, metricRatio, { measurandId: 'co2.flue', stationId: 'flue', firingStateId: 'max' })?.source.text // 'TW-28C-04'
 */
export function bandFor(
  appliance: Pick<VisitAppliance, 'card' | 'facts'>,
  practice: Practice,
  key: { measurandId: MeasurandId; stationId: Station; firingStateId: string; sectionId?: string | null | undefined },
): Band | undefined {
  const { card, facts } = appliance
  const measurandId = STANDS_FOR[key.measurandId] ?? key.measurandId
  const found = limitFor(card, { ...key, measurandId, sectionId: key.sectionId ?? undefined }, facts)
  if (found.ok && found.value) {
    const { min, nominal, max, goal, hard, source } = found.value
    return { min, nominal, max, goal, hard, source: { kind: 'card', text: source.doc, page: source.page } }
  }
  const kind = firingState(card, key.firingStateId)?.kind
  if (!kind) return undefined
  const limit = profileLimit(practice, card, facts.gas, measurandId, key.stationId, kind)
  if (!limit) return undefined
  const { min, nominal, max, goal, hard, source } = limit
  return { min, nominal, max, goal, hard, source: { kind: 'profile', text: source } }
}

/** The band of the inlet's standing pressure with the valve's own maximum, which is never overridden. */
export function inletMaximum(appliance: Pick<VisitAppliance, 'card' | 'facts'>): number | undefined {
  return appliance.card.supply.find((s) => s.gas === appliance.facts.gas)?.inletMaxPa
}
