import type { Working, WorkingAnswer } from '@lucerna/core/workings'
import type { Units } from '@/ui/figures'
import { withNumbers } from '@/ui/formula'
import { pickText } from '@/ui/pickText'
import { termText } from '@/ui/terms'
import { wordsFor } from '@/ui/words'
import '@/messages/calc'
import { doubtText, figureWith } from './shown'
import { labelOf } from './words'

/** A result as plain text, to paste anywhere. */
export function asText(working: Working, answer: WorkingAnswer, units: Units, link: string): string {
  const say = (name: string): string | null => {
    const field = working.outputs[name]
    const value = answer.result[name]
    if (!field || value === null || value === undefined || field.kind === 'rows') return null
    const label = labelOf(working.id, name)
    if (field.kind === 'number') {
      const u = answer.uncertainty[name]
      return `${label}: ${figureWith(field, value as number, units)}${u ? ` ± ${doubtText(field, 2 * u, units)}` : ''}`
    }
    const codes = Array.isArray(value) ? (value as string[]) : [value as string]
    return codes.length === 0 ? null : `${label}: ${codes.map((c) => (field.kind === 'text' ? c : pickText(name, c))).join(', ')}`
  }
  return [
    wordsFor(`calculation.${working.id}.title`),
    ...Object.keys(working.outputs)
      .map(say)
      .filter((x): x is string => x !== null),
    ...answer.warnings.map((w) => wordsFor(`calc-warn.${w.code}`, w.params ?? {})),
    ...answer.working.map((l) => `${l.formula} = ${withNumbers(l, units)} = ${termText(l.result, units)}`),
    link,
  ].join('\n')
}
