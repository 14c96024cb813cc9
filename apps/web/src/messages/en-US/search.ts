import type { Other } from '@/ui/words'
import type { search as gb } from '../en-GB/search'

/** American English where it differs: words of search. */
export const search: Other<typeof gb> = {}
