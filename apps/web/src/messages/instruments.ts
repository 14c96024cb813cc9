import { words } from '@/ui/words'
import { shell } from './en-GB/shell'
import { terms } from './en-GB/terms'
import { forms } from './en-GB/forms'
import { instruments } from './en-GB/instruments'
import { shell as shellUS } from './en-US/shell'
import { terms as termsUS } from './en-US/terms'
import { forms as formsUS } from './en-US/forms'
import { instruments as instrumentsUS } from './en-US/instruments'

/** Words for instruments. */
export const t = words([shell, shellUS], [terms, termsUS], [forms, formsUS], [instruments, instrumentsUS])
