import type { Other } from '@/ui/words'
import type { calc as gb } from '../en-GB/calc'

/** American English where it differs: words of the calculators. */
export const calc: Other<typeof gb> = {
  'calc.rung.standingPa': 'static',
  'calc.rung.isolatorPa': 'shutoff valve',
  'calc.picture.dew': 'Vapor pressure against temperature. Flue gas cools to its dew point at {{dew}}, then follows the curve.',
  'calc-group.room': 'Vent, air, room',
}
