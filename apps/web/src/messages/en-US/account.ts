import type { Other } from '@/ui/words'
import type { account as gb } from '../en-GB/account'

/** American English where it differs: words of accounts: how one begins, is invited, and signs in by what. */
export const account: Other<typeof gb> = {
  'join.do': 'Join company',
  'join.taken': 'Another company already has an account with this address. Ask your lead technician to invite a different address.',
  'begin.title': 'New company',
  'begin.what': 'This link starts your company on this server, once. It takes a minute; everything can be changed later.',
  'begin.passkey-what': 'Your fingerprint, face or screen lock instead of a password. You are asked for it once the company is set up.',
  'begin.firm': 'Your company',
  'begin.firm-name': 'Name of the company',
  'begin.licence': 'License number',
  'begin.licence-hint': 'With its expiration date. Without a license you can plan and lead; a licensed person confirms your gas work.',
  'begin.licence-until': 'License valid until',
}
