import { unitSymbol } from './figures'
import { hasWords, wordsFor } from './words'
import '@/messages/forms'

const MATERIALS: Record<string, string> = { cu: 'copper', st: 'steel', ehd: 'csst', pe: 'pe' }

/** A pipe size as written. `sizeText('cu-22')` → `'copper 22 mm'`. */
function sizeText(id: string): string | undefined {
  const [, family = '', size = ''] = /^(cu|st|ehd|pe)-(.+)$/.exec(id) ?? []
  if (!family) return undefined
  const material = wordsFor(`pick.${MATERIALS[family]}`)
  return family === 'ehd' ? `${material}, EHD ${size}` : `${material}, ${size} ${family === 'st' ? 'in' : 'mm'}`
}

/** A code of a choice or finding in words. */
export function pickText(key: string, option: string): string {
  if (key === 'unit') return unitSymbol(option)
  const size = sizeText(option)
  if (size) return size
  if (key === 'quantity') return wordsFor(`quantity.${option}`)
  return hasWords(`gas.${option}`) && key !== 'solveFor' ? wordsFor(`gas.${option}`) : wordsFor(`pick.${option}`)
}
