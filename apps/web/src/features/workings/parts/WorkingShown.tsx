'use client'

import type { Working, WorkingAnswer } from '@lucerna/core/workings'
import { useState } from 'react'
import type { Units } from '@/ui/figures'
import { FormulaShown } from '@/ui/FormulaShown'
import { t } from '@/messages/calc'
import { doubtField, doubtText } from '../shown'
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
