import { words } from '@/ui/words'
import { shell } from './en-GB/shell'
import { forms } from './en-GB/forms'
import { people } from './en-GB/people'
import { signIn } from './en-GB/sign-in'
import { shell as shellUS } from './en-US/shell'
import { forms as formsUS } from './en-US/forms'
import { people as peopleUS } from './en-US/people'
import { signIn as signInUS } from './en-US/sign-in'

/** Words for people and settings. */
export const t = words([shell, shellUS], [forms, formsUS], [people, peopleUS], [signIn, signInUS])
