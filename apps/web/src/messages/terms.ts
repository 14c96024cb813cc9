import { words } from '@/ui/words'
import { shell } from './en-GB/shell'
import { terms } from './en-GB/terms'
import { shell as shellUS } from './en-US/shell'
import { terms as termsUS } from './en-US/terms'

/** The terms of the trade; loaded too for what says them by keys that come from data. */
export const t = words([shell, shellUS], [terms, termsUS])
