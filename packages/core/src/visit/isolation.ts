import type { Card } from '../appliance'
import type { ApplianceState } from './state'

/**
 * Whether dismantling is permitted: power isolated and proved dead, the tester itself proved before and after. An appliance that lives on its own
 * millivolts has nothing to isolate. The appliance's own switch is no isolation.
 */
export const powerProvedOff = (card: Pick<Card, 'traits'>, state: Pick<ApplianceState, 'observations'>): boolean =>
  card.traits?.power === 'millivolt' ||
  (state.observations['tester-before']?.answer === 'proves' &&
    state.observations.dead?.answer === 'dead' &&
    state.observations['tester-after']?.answer === 'proves')
