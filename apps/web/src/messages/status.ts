import { words } from '@/ui/words'
import { status } from './en-GB/status'
import { status as statusUS } from './en-US/status'

/** Words for who runs the server. */
export const t = words([status, statusUS])
