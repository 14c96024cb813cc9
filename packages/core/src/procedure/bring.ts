import type { Card } from '../appliance'
import { type Instrument, MEASURANDS } from '../measure'

const ELECTRIC = new Set(['current', 'voltage', 'resistance'])

/**
 * Which kinds of instrument a service of a model needs: analyser, manometer and gas detector at every burner; a multimeter where the card gives an
 * electrical figure (flame current, thermocouple, resistance).
 *
 * @example
 * instrumentsNeeded(larch28) // ['analyser', 'manometer', 'gas-detector']
 */
export function instrumentsNeeded(card: Pick<Card, 'limits'>): Instrument['kind'][] {
  const electric = card.limits.some((l) => ELECTRIC.has(MEASURANDS[l.measurandId].quantity))
  return ['analyser', 'manometer', 'gas-detector', ...(electric ? (['multimeter'] as const) : [])]
}
