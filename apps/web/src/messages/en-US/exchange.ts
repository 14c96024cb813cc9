import type { Other } from '@/ui/words'
import type { exchange as gb } from '../en-GB/exchange'

/** American English where it differs: words of files in and out. */
export const exchange: Other<typeof gb> = {
  'exchange.no-person': 'Nobody in the company has the address {{email}}.',
}
