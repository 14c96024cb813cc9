import { words } from '@/ui/words'
import { shell } from './en-GB/shell'
import { terms } from './en-GB/terms'
import { sequence } from './en-GB/sequence'
import { room } from './en-GB/room'
import { shell as shellUS } from './en-US/shell'
import { terms as termsUS } from './en-US/terms'
import { sequence as sequenceUS } from './en-US/sequence'
import { room as roomUS } from './en-US/room'

/** Words for the simulator. */
export const t = words([shell, shellUS], [terms, termsUS], [sequence, sequenceUS], [room, roomUS])
