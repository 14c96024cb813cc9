import { words } from '@/ui/words'
import { shell } from './en-GB/shell'
import { forms } from './en-GB/forms'
import { signIn } from './en-GB/sign-in'
import { shell as shellUS } from './en-US/shell'
import { forms as formsUS } from './en-US/forms'
import { signIn as signInUS } from './en-US/sign-in'

/** Words for the pages before signing in. */
export const t = words([shell, shellUS], [forms, formsUS], [signIn, signInUS])
