import type { GasChoice } from '@lucerna/core/workings'
import type { Problem } from '@lucerna/core/result'
import { plain } from '@/ui/terms'
import { t } from '@/messages/calc'
import { hasWords, wordsFor } from '@/ui/words'

/** The label of what a working asks or tells; its own where it means something of its own there. */
export const labelOf = (workingId: string, key: string): string =>
  hasWords(`ask.${workingId}.${key}`) ? wordsFor(`ask.${workingId}.${key}`) : hasWords(`ask.${key}`) ? wordsFor(`ask.${key}`) : key

/** The label of what carries a doubt: a field, or a column as "Pipes: Length". */
export function doubtLabel(workingId: string, key: string): string {
  const [table = '', column] = key.split('.')
  return column === undefined ? labelOf(workingId, table) : `${labelOf(workingId, table)}: ${labelOf(workingId, column)}`
}

export const gasText = (choice: GasChoice): string => (typeof choice === 'string' ? t(`gas.${choice}`) : t('calc.own-composition'))

/** What of the input a problem means, and how its range is written. */
interface Where {
  readonly label: (key: string) => string
  readonly range: (key: string, value: number) => string
}

/** A problem in words: what is wrong and what to do. */
export function problemWords(problem: Problem, where: Where): string {
  const p = problem.params ?? {}
  const at = (problem.path ?? []).filter((x): x is string => typeof x === 'string').at(-1)
  const key = at ?? (typeof p.name === 'string' ? p.name : '')
  const range = typeof p.min === 'number' && typeof p.max === 'number' ? { from: where.range(key, p.min), to: where.range(key, p.max) } : {}
  const named = typeof p.name === 'string' ? { name: where.label(p.name) } : {}
  return wordsFor(`calc-problem.${problem.code}`, {
    ...p,
    ...range,
    ...named,
    ...(typeof p.sum === 'number' && { sum: plain(p.sum) }),
    ...(typeof p.max === 'number' && { most: where.range(key, p.max) }),
  })
}
