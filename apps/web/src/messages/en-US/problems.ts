import type { Other } from '@/ui/words'
import type { problems as gb } from '../en-GB/problems'

/** American English where it differs: words of refusals of the server. */
export const problems: Other<typeof gb> = {
  'problem.not-found': 'Not found. It may have been removed, or it belongs to another company.',
  'problem.visit-not-found': 'Visit not found. It may have been removed, or it belongs to another company.',
  'problem.site-not-found': 'Site not found. It may have been removed, or it belongs to another company.',
}
