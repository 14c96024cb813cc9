import type { Other } from '@/ui/words'
import type { traces as gb } from '../en-GB/traces'

/** American English where it differs: traces of instruments. */
export const traces: Other<typeof gb> = {}
