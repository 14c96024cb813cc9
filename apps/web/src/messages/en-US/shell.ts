import type { Other } from '@/ui/words'
import type { shell as gb } from '../en-GB/shell'

/** American English where it differs: words of frame, navigation, errors: what every page needs. */
export const shell: Other<typeof gb> = {
  'role.planner': 'Dispatcher',
  'error.not-found-do': 'The address may be old, or it belongs to another company. Open today’s list and start from there.',
}
