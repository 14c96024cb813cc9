import type { MeasurandId, Station } from '../measure'
import { fail, ok, type Result } from '../result'
import type { Card } from './cardSchema'
import type { GasId } from './cardSchema'
import type { Limit } from './cardParts'

/** What a limit of a card may depend on, known for one installed appliance. */
export interface InstalledFacts {
  readonly gas: GasId
  readonly altitudeM: number
  readonly flueLengthM?: number
  readonly output?: string
  /** What meter the tightness test has to reckon with. */
  readonly meterKind?: 'ultrasonic-or-none' | 'small-diaphragm' | 'large-diaphragm'
  /** The meter's index is in standard volume already: correcting it again would be a mistake. */
  readonly meterCompensated?: boolean
  /** What meter and pipes hold, m³: with it a fall of pressure becomes a leak rate. */
  readonly installationVolumeM3?: number
}

export interface LimitKey {
  readonly measurandId: MeasurandId
  readonly stationId: Station
  readonly firingStateId: string
  readonly sectionId?: string | undefined
}

const inside = (range: { min?: number | undefined; max?: number | undefined } | undefined, value: number | undefined): boolean =>
  range === undefined || (value !== undefined && value >= (range.min ?? -Infinity) && value < (range.max ?? Infinity))

const matches = (limit: Limit, facts: InstalledFacts): boolean =>
  limit.when.length === 0 ||
  limit.when.some(
    (c) =>
      (c.gas === undefined || c.gas === facts.gas) &&
      inside(c.altitudeM, facts.altitudeM) &&
      inside(c.flueLengthM, facts.flueLengthM) &&
      (c.output === undefined || c.output === facts.output),
  )

/**
 * The card's limit for one place, rate and appliance. The limit with the more conditions wins; two that match alike are a card error
 * (`ambiguous-limit`), never a guess. No limit at all is `undefined`.
 *
 * @example
 * limitFor(card, { measurandId: 'co2.flue', stationId: 'flue', firingStateId: 'max' }, { gas: 'natural-gas-h', altitudeM: 410 })
 */
export function limitFor(card: Pick<Card, 'limits'>, key: LimitKey, facts: InstalledFacts): Result<Limit | undefined> {
  const fits = card.limits.filter(
    (l) =>
      l.measurandId === key.measurandId &&
      l.stationId === key.stationId &&
      l.firingStateId === key.firingStateId &&
      (l.sectionId === undefined || l.sectionId === key.sectionId) &&
      matches(l, facts),
  )
  const weight = (l: Limit) => (l.sectionId ? 1 : 0) + Math.max(0, ...l.when.map((c) => Object.keys(c).length))
  const best = Math.max(...fits.map(weight))
  const winners = fits.filter((l) => weight(l) === best)
  if (winners.length > 1) return fail('ambiguous-limit', { measurand: key.measurandId, state: key.firingStateId })
  return ok(winners[0])
}
