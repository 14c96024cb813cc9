import { words } from '@/ui/words'
import { shell } from './en-GB/shell'
import { terms } from './en-GB/terms'
import { forms } from './en-GB/forms'
import { places } from './en-GB/places'
import { shell as shellUS } from './en-US/shell'
import { terms as termsUS } from './en-US/terms'
import { forms as formsUS } from './en-US/forms'
import { places as placesUS } from './en-US/places'

/** Words for sites and appliances. */
export const t = words([shell, shellUS], [terms, termsUS], [forms, formsUS], [places, placesUS])
