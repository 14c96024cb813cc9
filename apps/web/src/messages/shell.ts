import { words } from '@/ui/words'
import { shell } from './en-GB/shell'
import { shell as shellUS } from './en-US/shell'

/** Words for every page. */
export const t = words([shell, shellUS])
