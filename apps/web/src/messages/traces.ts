import { words } from '@/ui/words'
import { sequence } from './en-GB/sequence'
import { terms } from './en-GB/terms'
import { traces } from './en-GB/traces'
import { sequence as sequenceUS } from './en-US/sequence'
import { terms as termsUS } from './en-US/terms'
import { traces as tracesUS } from './en-US/traces'

/** Words for traces and starts. */
export const t = words([terms, termsUS], [sequence, sequenceUS], [traces, tracesUS])
