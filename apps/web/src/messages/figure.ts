import { words } from '@/ui/words'
import { terms } from './en-GB/terms'
import { anyFigure } from './en-GB/figure'
import { find } from './en-GB/find'
import { terms as termsUS } from './en-US/terms'
import { anyFigure as anyFigureUS } from './en-US/figure'
import { find as findUS } from './en-US/find'

/** Words for recording any reading at any step, and for finding it. */
export const t = words([terms, termsUS], [anyFigure, anyFigureUS], [find, findUS])
