import type { Other } from '@/ui/words'
import type { explained as gb } from '../en-GB/explained'

/** American English where it differs: words of notes under a calculated value. */
export const explained: Other<typeof gb> = {
  'note.dry-air': 'Assumes dry combustion air. Air at 60% humidity and 68 °F raises the dew point by 2.7 °F.',
  'note.flue-loss-only': 'Flue gas losses only. Cabinet, radiation and standby losses are not included.',
  'note.net-above-100': 'On lower heating value, heat recovered by condensing is added on top, so more than 100% is possible.',
  'note.short-formula':
    'Formula used by many instruments. Within 0.1 points of first principles on natural gas up to 390 °F, too high on LPG, blind to condensing and CO. Use it to compare with your printout, not as the reference.',
  'note.temperature-moves-gauge':
    'A gas-tight volume at 8 inWC changes by 0.8 inWC per °F. Let it stabilize and check for sun on the pipe before you look for a leak.',
}
