import type { Other } from '@/ui/words'
import type { instruments as gb } from '../en-GB/instruments'

/** American English where it differs: words of instruments and their checks. */
export const instruments: Other<typeof gb> = {}
