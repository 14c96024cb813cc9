import { words } from '@/ui/words'
import { shell } from './en-GB/shell'
import { terms } from './en-GB/terms'
import { label } from './en-GB/label'
import { shell as shellUS } from './en-US/shell'
import { terms as termsUS } from './en-US/terms'
import { label as labelUS } from './en-US/label'

/** Words for the service label. */
export const t = words([shell, shellUS], [terms, termsUS], [label, labelUS])
