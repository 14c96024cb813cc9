import { words } from '@/ui/words'
import { shell } from './en-GB/shell'
import { terms } from './en-GB/terms'
import { search } from './en-GB/search'
import { calculations } from './en-GB/calculations'
import { shell as shellUS } from './en-US/shell'
import { terms as termsUS } from './en-US/terms'
import { search as searchUS } from './en-US/search'
import { calculations as calculationsUS } from './en-US/calculations'

/** Words for the search. */
export const t = words([shell, shellUS], [terms, termsUS], [search, searchUS], [calculations, calculationsUS])
