import type { Other } from '@/ui/words'
import type { sequence as gb } from '../en-GB/sequence'

/** American English where it differs: words of the sequence of operation. */
export const sequence: Other<typeof gb> = {
  'sequence.zone-valve': 'Zone valve open, end switch made',
  'sequence.limit-made': 'High limits closed',
  'sequence.air-switch-rests': 'Pressure switch at rest',
  'sequence.fan': 'Inducer starts',
  'sequence.damper-open': 'Vent damper open',
}
