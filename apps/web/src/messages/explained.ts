import { words } from '@/ui/words'
import { explained } from './en-GB/explained'
import { shell } from './en-GB/shell'
import { explained as explainedUS } from './en-US/explained'
import { shell as shellUS } from './en-US/shell'

/** Words for a formula with its numbers. */
export const t = words([shell, shellUS], [explained, explainedUS])
