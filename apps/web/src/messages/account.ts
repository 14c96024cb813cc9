import { words } from '@/ui/words'
import { shell } from './en-GB/shell'
import { forms } from './en-GB/forms'
import { signIn } from './en-GB/sign-in'
import { account } from './en-GB/account'
import { shell as shellUS } from './en-US/shell'
import { forms as formsUS } from './en-US/forms'
import { signIn as signInUS } from './en-US/sign-in'
import { account as accountUS } from './en-US/account'

/** Words of accounts: how a firm begins, how somebody is invited, and by what they sign in. */
export const t = words([shell, shellUS], [forms, formsUS], [signIn, signInUS], [account, accountUS])
