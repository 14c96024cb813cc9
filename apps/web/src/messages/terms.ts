import { words } from '@/ui/words'
import { shell } from './en-GB/shell'
import { terms } from './en-GB/terms'
import { shell as shellUS } from './en-US/shell'
import { terms as termsUS } from './en-US/terms'

/** Loads the terms of the trade, for what says them by keys that come from data. */
words([shell, shellUS], [terms, termsUS])
