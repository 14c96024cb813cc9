import { words } from '@/ui/words'
import { shell } from './en-GB/shell'
import { terms } from './en-GB/terms'
import { setup } from './en-GB/setup'
import { shell as shellUS } from './en-US/shell'
import { terms as termsUS } from './en-US/terms'
import { setup as setupUS } from './en-US/setup'

/** Words for the set-up desk. */
export const t = words([shell, shellUS], [terms, termsUS], [setup, setupUS])
