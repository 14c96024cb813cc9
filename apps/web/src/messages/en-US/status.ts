import type { Other } from '@/ui/words'
import type { status as gb } from '../en-GB/status'

/** American English where it differs: words for who runs the server. */
export const status: Other<typeof gb> = {
  'status.firms': 'Companies',
  'status.trouble.letters': 'Not delivered within a week: {{count}} letters. The outbox of each company says which and why.',
}
