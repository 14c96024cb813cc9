import { MEASURANDS } from '../measure'
import { toSi } from '../units'
import type { Limit } from './cardParts'

/**
 * A limit as a card prints it, with its SI values worked out beside: how cards are written down.
 *
 * @example
 * printedLimit({ measurandId: 'co2.flue', stationId: 'flue', firingStateId: 'max', source }, { unit: '%', min: 8.7, nominal: 9, max: 9.2 })
 */
export function printedLimit(
  place: Pick<Limit, 'measurandId' | 'stationId' | 'firingStateId' | 'source'> &
    Partial<Pick<Limit, 'when' | 'hard' | 'sectionId' | 'method'>>,
  printed: Limit['printed'],
): Limit {
  const { quantity } = MEASURANDS[place.measurandId]
  const values = (['min', 'nominal', 'max', 'goal'] as const).flatMap((key) => {
    const value = printed[key]
    return value === undefined ? [] : [[key, toSi(value, printed.unit, quantity)] as const]
  })
  return { when: [], hard: false, method: null, ...place, ...Object.fromEntries(values), printed }
}
