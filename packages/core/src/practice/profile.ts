import type { Card, InstalledFacts } from '../appliance'
import type { MeasurandId, Station } from '../measure'
import type { Practice, ProfileLimit } from './schemas'

export const DEFECT_CLASSES = ['danger-now', 'at-risk', 'attention', 'note'] as const

export type DefectClass = (typeof DEFECT_CLASSES)[number]

/**
 * The profile's limit for a place and kind of firing on a kind of appliance: the one that names most facts wins, undefined when it has none.
 *
 * @example
 * profileLimit(metricRatio, card, 'natural-gas-h', 'ratio.coToCo2', 'flue', 'rate')?.max // 0.004 on a premix boiler
 */
export function profileLimit(
  practice: Pick<Practice, 'limits'>,
  card: Pick<Card, 'burnerKind' | 'applianceType' | 'flueType'>,
  gas: Card['ratings'][number]['gas'],
  measurandId: MeasurandId,
  stationId: Station,
  firingKind: 'off' | 'standing' | 'pilot' | 'purge' | 'ignition' | 'rate',
): ProfileLimit | undefined {
  const fits = practice.limits.filter(
    (l) =>
      l.measurandId === measurandId &&
      l.stationId === stationId &&
      (!l.firingKinds || l.firingKinds.includes(firingKind)) &&
      (!l.burnerKinds || l.burnerKinds.includes(card.burnerKind)) &&
      (!l.applianceTypes || l.applianceTypes.includes(card.applianceType)) &&
      (!l.flueTypes || l.flueTypes.includes(card.flueType)) &&
      (!l.gases || l.gases.includes(gas)),
  )
  const named = (l: ProfileLimit) => [l.firingKinds, l.burnerKinds, l.applianceTypes, l.flueTypes, l.gases].filter(Boolean).length
  return fits.reduce<ProfileLimit | undefined>((best, l) => (best === undefined || named(l) > named(best) ? l : best), undefined)
}

/** What the profile says to do about CO in the room, or undefined below its lowest level. `ambientCoAction(metricRatio, 40e-6)` → `'stop'`. */
export function ambientCoAction(
  practice: Pick<Practice, 'ambientCo'>,
  coFraction: number,
): Practice['ambientCo'][number]['action'] | undefined {
  // Rounded far below any cell's resolution: 30 ppm read as 29.999999 must still stop the work.
  const ppm = Math.round(coFraction * 1e9) / 1000
  return [...practice.ambientCo].sort((a, b) => b.fromPpm - a.fromPpm).find((level) => ppm >= level.fromPpm)?.action
}

/**
 * The practice's tightness test for an installation with its appliances connected: the row for the kind of meter, and where that is not known the
 * strictest of them. Undefined when the practice has none.
 *
 * @example
 * tightnessTest(metricRatio, { gas: 'natural-gas-h', altitudeM: 410, meterKind: 'ultrasonic-or-none' })?.maxFallPa // 800
 */
export function tightnessTest(
  practice: Pick<Practice, 'tightness'>,
  facts: Pick<InstalledFacts, 'meterKind'>,
): Practice['tightness'][number] | undefined {
  const rows = practice.tightness
  const connected = rows.filter((r) => r.meterKind !== 'any')
  const strictest = [...connected].sort((a, b) => a.maxFallPa - b.maxFallPa)[0]
  return connected.find((r) => r.meterKind === facts.meterKind) ?? strictest ?? rows[0]
}
