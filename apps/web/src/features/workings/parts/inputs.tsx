'use client'

import type { Problem } from '@lucerna/core/result'
import type { ChoiceField, Field, NumberField } from '@lucerna/core/workings'
import { unitSymbol, type Units } from '@/ui/figures'
import { WarningSign } from '@/ui/WarningSign'
import '@/messages/calc'
import { hasWords, wordsFor } from '@/ui/words'
import { unitIn } from '../form'
import { figureWith } from '../shown'
import { plain } from '@/ui/terms'
import { pickText } from '@/ui/pickText'
import { labelOf, problemWords } from '../words'

/** A problem of one field in words, in the units on the screen. */
export function fieldProblem(problem: Problem, workingId: string, field: Field | undefined, units: Units): string {
  const range = (_key: string, value: number) => (field?.kind === 'number' ? figureWith(field, value, units) : plain(value))
  if (hasWords(`calc-problem.${problem.code}`)) return problemWords(problem, { label: (key) => labelOf(workingId, key), range })
  const p = problem.params ?? {}
  return wordsFor(`typed.${problem.code}`, {
    ...p,
    unitWanted: field?.kind === 'number' ? unitSymbol(field[units].unit) : '',
    ...(p.given !== undefined && { given: wordsFor(`quantity.${p.given}`) }),
    ...(p.asked !== undefined && { asked: wordsFor(`quantity.${p.asked}`) }),
  })
}

/** What is wrong with a field, told to screen readers as it appears. */
export function Said({ id, problem }: { readonly id: string; readonly problem: string | undefined }) {
  return (
    <p id={id} aria-live="polite" className={`flex items-start gap-2 text-sm text-error ${problem ? 'pt-1' : ''}`}>
      {problem && (
        <>
          <WarningSign size={16} />
          {problem}
        </>
      )}
    </p>
  )
}

/** A number with its unit; any unit of the quantity may be typed. */
export function NumberInput({
  id,
  field,
  units,
  text,
  invalid,
  describedBy,
  onChange,
  label,
}: {
  readonly id: string
  readonly field: NumberField
  readonly units: Units
  readonly text: string
  readonly invalid: boolean
  readonly describedBy?: string | undefined
  readonly onChange: (text: string) => void
  readonly label?: string | undefined
}) {
  const unit = unitSymbol(unitIn(field, units))
  return (
    <span className={`input w-full ${invalid ? 'input-error' : ''}`}>
      <input
        id={id}
        value={text}
        onChange={(e) => onChange(e.target.value)}
        autoComplete="off"
        autoCapitalize="off"
        spellCheck={false}
        inputMode="text"
        aria-label={label}
        aria-invalid={invalid || undefined}
        aria-describedby={describedBy}
        className="min-w-0 grow text-right text-lg"
      />
      {unit && <span className="quiet">{unit}</span>}
    </span>
  )
}

export function ChoiceInput({
  id,
  name,
  field,
  value,
  onChange,
  label,
  optional,
}: {
  readonly id: string
  readonly name: string
  readonly field: ChoiceField
  readonly value: string
  readonly onChange: (value: string) => void
  readonly label?: string | undefined
  readonly optional?: boolean | undefined
}) {
  return (
    <select id={id} aria-label={label} className="select w-full text-base" value={value} onChange={(e) => onChange(e.target.value)}>
      {optional && <option value="" />}
      {field.options.map((o) => (
        <option key={o} value={o}>
          {pickText(name, o)}
        </option>
      ))}
    </select>
  )
}
