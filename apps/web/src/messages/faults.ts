import { words } from '@/ui/words'
import { shell } from './en-GB/shell'
import { terms } from './en-GB/terms'
import { faults } from './en-GB/faults'
import { shell as shellUS } from './en-US/shell'
import { terms as termsUS } from './en-US/terms'
import { faults as faultsUS } from './en-US/faults'

/** Words for the fault desk. */
export const t = words([shell, shellUS], [terms, termsUS], [faults, faultsUS])
