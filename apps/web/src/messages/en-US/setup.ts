import type { Other } from '@/ui/words'
import type { setup as gb } from '../en-GB/setup'

/** American English where it differs: the set-up desk. */
export const setup: Other<typeof gb> = {
  'setup.turn.anticlockwise': '{{amount}} counterclockwise',
  'setup.was.anticlockwise': '{{amount}} counterclockwise at {{rate}}',
  'setup.suspect.starved': 'Short of gas: read the dynamic inlet pressure while this burner runs.',
  'setup.suspect.does-not-answer': 'The valve does not answer: wrong screw, worn regulator or a blocked vent.',
  'setup.price.flue': 'vent {{by}}',
  'setup.suspect.air-or-dirt': 'Not the gas valve: check air supply, vent, heat exchanger and orifices first.',
}
