import { words } from '@/ui/words'
import { shell } from './en-GB/shell'
import { forms } from './en-GB/forms'
import { exchange } from './en-GB/exchange'
import { shell as shellUS } from './en-US/shell'
import { forms as formsUS } from './en-US/forms'
import { exchange as exchangeUS } from './en-US/exchange'

/** Words for files in and out. */
export const t = words([shell, shellUS], [forms, formsUS], [exchange, exchangeUS])
