import { words } from '@/ui/words'
import { shell } from './en-GB/shell'
import { terms } from './en-GB/terms'
import { explained } from './en-GB/explained'
import { calculations } from './en-GB/calculations'
import { calc } from './en-GB/calc'
import { calcFields } from './en-GB/calc-fields'
import { calcSaid } from './en-GB/calc-said'
import { shell as shellUS } from './en-US/shell'
import { terms as termsUS } from './en-US/terms'
import { explained as explainedUS } from './en-US/explained'
import { calculations as calculationsUS } from './en-US/calculations'
import { calc as calcUS } from './en-US/calc'
import { calcFields as calcFieldsUS } from './en-US/calc-fields'
import { calcSaid as calcSaidUS } from './en-US/calc-said'

/** Words for the calculators. */
export const t = words(
  [shell, shellUS],
  [terms, termsUS],
  [explained, explainedUS],
  [calculations, calculationsUS],
  [calc, calcUS],
  [calcFields, calcFieldsUS],
  [calcSaid, calcSaidUS],
)
