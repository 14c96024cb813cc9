import { words } from '@/ui/words'
import { shell } from './en-GB/shell'
import { report } from './en-GB/report'
import { shell as shellUS } from './en-US/shell'
import { report as reportUS } from './en-US/report'

/** Words for the report’s own buttons. */
export const t = words([shell, shellUS], [report, reportUS])
