import { words } from '@/ui/words'
import { shell } from './en-GB/shell'
import { terms } from './en-GB/terms'
import { forms } from './en-GB/forms'
import { documents } from './en-GB/documents'
import { instruments } from './en-GB/instruments'
import { shell as shellUS } from './en-US/shell'
import { terms as termsUS } from './en-US/terms'
import { forms as formsUS } from './en-US/forms'
import { documents as documentsUS } from './en-US/documents'
import { instruments as instrumentsUS } from './en-US/instruments'

/** Words for target cards and profiles. */
export const t = words([shell, shellUS], [terms, termsUS], [forms, formsUS], [documents, documentsUS], [instruments, instrumentsUS])
