'use client'

import type { Working, WorkingAnswer } from '@lucerna/core/workings'
import { useState } from 'react'
import type { Units } from '@/ui/figures'
import { FormulaShown } from '@/ui/FormulaShown'
import { withNumbers } from '@/ui/formula'
import { termText } from '@/ui/terms'
import { t } from '@/messages/calc'
import { wordsFor } from '@/ui/words'
import { doubtField, doubtText, figureWith } from '../shown'
import { pickText } from '@/ui/pickText'
import { doubtLabel, labelOf } from '../words'

/** The working: every formula, the same with one's own numbers, what comes out, and its source. */
export function WorkingShown({ answer, units }: { readonly answer: WorkingAnswer; readonly units: Units }) {
  if (answer.working.length === 0) return null
  return (
    <section aria-labelledby="the-working" className="keep min-w-0">
      <h2 id="the-working" className="mb-2 font-semibold">
        {t('calc.working')}
      </h2>
      <ol className="flex flex-col gap-3">
        {answer.working.map((line) => (
          <li key={line.formula}>
            <FormulaShown line={line} units={units} />
          </li>
        ))}
      </ol>
    </section>
  )
}

/** Which reading's doubt moves the result most. */
export function Matters({ working, answer, units }: { readonly working: Working; readonly answer: WorkingAnswer; readonly units: Units }) {
  const reached = Object.keys(answer.sensitivity).filter((key) => key in working.outputs)
  const [asked, setAsked] = useState<string | null>(null)
  const name = asked && reached.includes(asked) ? asked : (working.principal.find((p) => reached.includes(p)) ?? reached[0])
  const out = name === undefined ? undefined : working.outputs[name]
  if (name === undefined || out?.kind !== 'number') return null
  return (
    <section aria-labelledby="matters" className="keep min-w-0">
      <div className="mb-2 flex flex-wrap items-center gap-x-2 gap-y-1">
        <h2 id="matters" className="font-semibold">
          {t('calc.matters')}
        </h2>
        <label className="flex items-center gap-2 text-sm">
          <span className="quiet">{t('calc.matters-for')}</span>
          <select className="select w-auto select-sm" value={name} onChange={(e) => setAsked(e.target.value)}>
            {reached.map((key) => (
              <option key={key} value={key}>
                {labelOf(working.id, key)}
              </option>
            ))}
          </select>
        </label>
      </div>
      <ul className="flex flex-col gap-3">
        {(answer.sensitivity[name] ?? []).map((part) => {
          const field = doubtField(working, part.key)
          if (!field) return null
          const share = Math.round(part.share * 100)
          return (
            <li key={part.key}>
              <p className="flex justify-between gap-3 text-sm">
                <span>{doubtLabel(working.id, part.key)}</span>
                <span className="font-semibold">{share}%</span>
              </p>
              <div className="h-2 rounded-full bg-(--rail) [print-color-adjust:exact]" aria-hidden="true">
                <div className="h-2 rounded-full bg-info [print-color-adjust:exact]" style={{ width: `${Math.max(1, share)}%` }} />
              </div>
              <p className="text-xs quiet">
                {t('calc.matters-row', {
                  doubt: `± ${doubtText(field, answer.doubts[part.key] ?? 0, units)}`,
                  input: doubtLabel(working.id, part.key),
                  effect: doubtText(out, Math.abs(part.effect), units),
                })}
              </p>
            </li>
          )
        })}
      </ul>
    </section>
  )
}

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
