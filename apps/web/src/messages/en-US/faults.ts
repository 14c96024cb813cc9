import type { Other } from '@/ui/words'
import type { faults as gb } from '../en-GB/faults'

/** American English where it differs: the fault desk. */
export const faults: Other<typeof gb> = {
  'faults.caution':
    'Licensed people only. Local code and the maker go before this program. Line voltage is live inside. Nothing is fired with the vent apart, and no safety device is jumpered. If you are not sure: turn off.',
  'faults.when.high-rate': 'it runs at high fire',
  'faults.when.low-rate': 'it runs at low fire',
  'faults.access.case-off': 'Panel off, power off',
  'faults.rate.low': 'low fire',
  'faults.rate.high': 'high fire',
  'faults.fitted': 'Part installed: {{part}}',
}
