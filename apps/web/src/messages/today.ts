import { words } from '@/ui/words'
import { shell } from './en-GB/shell'
import { forms } from './en-GB/forms'
import { terms } from './en-GB/terms'
import { today } from './en-GB/today'
import { shell as shellUS } from './en-US/shell'
import { forms as formsUS } from './en-US/forms'
import { terms as termsUS } from './en-US/terms'
import { today as todayUS } from './en-US/today'

/** Words for today. */
export const t = words([shell, shellUS], [forms, formsUS], [terms, termsUS], [today, todayUS])
