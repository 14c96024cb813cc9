import type { Other } from '@/ui/words'
import type { signIn as gb } from '../en-GB/sign-in'

/** American English where it differs: words of signing in, invitations, passwords. */
export const signIn: Other<typeof gb> = {
  'join.do': 'Join company',
  'join.taken': 'Another company already has an account with this address. Ask your lead technician to invite a different address.',
  'sign-in.no-firm': 'This account no longer belongs to a company. Ask your lead technician for an invitation.',
  'begin.title': 'New company',
  'begin.what': 'This link begins your company on this server, once. It takes a minute; everything can be changed later.',
  'begin.firm': 'Your company',
  'begin.firm-name': 'Name of the company',
  'begin.licence': 'License number',
  'begin.licence-hint': 'With its expiration date. Without a license you can plan and lead; a licensed person confirms your gas work.',
  'begin.licence-until': 'License valid until',
}
