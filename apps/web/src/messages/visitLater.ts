import { words } from '@/ui/words'
import { explained } from './en-GB/explained'
import { forms } from './en-GB/forms'
import { signIn } from './en-GB/sign-in'
import { visitLater } from './en-GB/visit-later'
import { explained as explainedUS } from './en-US/explained'
import { forms as formsUS } from './en-US/forms'
import { signIn as signInUS } from './en-US/sign-in'
import { visitLater as visitLaterUS } from './en-US/visit-later'
import { visitAreas } from './visit'

/** Words for what opens over a visit, loaded after its page: those of the visit, and their own. */
export const t = words(...visitAreas, [explained, explainedUS], [forms, formsUS], [signIn, signInUS], [visitLater, visitLaterUS])
