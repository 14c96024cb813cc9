import type { Other } from '@/ui/words'
import type { signIn as gb } from '../en-GB/sign-in'

/** American English where it differs: words of signing in, invitations, passwords. */
export const signIn: Other<typeof gb> = {
  'sign-in.no-firm': 'This account no longer belongs to a company. Ask your lead technician for an invitation.',
}
