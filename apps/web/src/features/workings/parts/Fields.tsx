'use client'

import type { Problem } from '@lucerna/core/result'
import type { Field, GasChoice, NumberField } from '@lucerna/core/workings'
import { fromSi, parseQuantity, toSi, unitsOf } from '@lucerna/core/units'
import { useId } from 'react'
import { unitSymbol, type Units } from '@/ui/figures'
import { t } from '@/messages/calc'
import { type DraftRow, type DraftValue, unitIn } from '../form'
import { pickText } from '@/ui/pickText'
import { labelOf } from '../words'
import { GasInput } from './GasInput'
import { ChoiceInput, fieldProblem, NumberInput, Said } from './inputs'
import { RowsInput } from './RowsInput'

/** One thing that is asked: label, field, what the other school would say, and what is wrong. */
export function FieldRow({
  workingId,
  name,
  field,
  units,
  value,
  problems,
  onChange,
}: {
  readonly workingId: string
  readonly name: string
  readonly field: Field
  readonly units: Units
  readonly value: DraftValue
  readonly problems: ReadonlyMap<string, Problem>
  readonly onChange: (value: DraftValue) => void
}) {
  const id = useId()
  const own = problems.get(name) ?? (field.kind === 'gas' ? problemUnder(problems, name) : undefined)
  const said = own && [fieldProblem(own, workingId, field, units), unitHint(own, field, units, value)].filter(Boolean).join(' ')
  const label = labelOf(workingId, name)
  if (field.kind === 'rows')
    return (
      <fieldset className="border-b hairline py-2">
        <legend className="pt-2 font-semibold">{label}</legend>
        <RowsInput
          workingId={workingId}
          name={name}
          field={field}
          units={units}
          rows={value as readonly DraftRow[]}
          problems={problems}
          onChange={onChange}
        />
        <Said id={`${id}-said`} problem={said} />
      </fieldset>
    )
  return (
    <div className="border-b hairline py-2">
      <div className={`grid items-center gap-x-4 ${layoutOf(name, field)}`}>
        <label htmlFor={id} className="text-base leading-tight">
          {label}
        </label>
        {field.kind === 'number' ? (
          <NumberInput
            id={id}
            field={field}
            units={units}
            text={value as string}
            invalid={said !== undefined}
            describedBy={`${id}-said`}
            onChange={onChange}
          />
        ) : field.kind === 'choice' ? (
          <ChoiceInput id={id} name={name} field={field} value={value as string} onChange={onChange} />
        ) : field.kind === 'gas' ? (
          <GasInput id={id} value={(value as { gas: GasChoice }).gas} onChange={(gas) => onChange({ gas })} />
        ) : (
          <input
            id={id}
            value={value as string}
            maxLength={field.max}
            onChange={(e) => onChange(e.target.value)}
            className="input w-full"
            autoComplete="off"
          />
        )}
      </div>
      <Said id={`${id}-said`} problem={said} />
    </div>
  )
}

/** Beside each other where it fits; a long choice stands below its label. */
function layoutOf(name: string, field: Field): string {
  if (field.kind === 'choice' && field.options.some((o) => pickText(name, o).length > 22)) return 'gap-y-1'
  return field.kind === 'gas' || field.kind === 'choice' ? 'gap-y-2 sm:grid-cols-[1fr_minmax(0,13rem)]' : 'grid-cols-[1fr_10.5rem]'
}

/** A bare number that is impossible here but possible in another unit: the wrong unit is likelier than the wrong value. */
function unitHint(problem: Problem, field: Field, units: Units, value: DraftValue): string {
  if (problem.code !== 'out-of-range' || field.kind !== 'number' || typeof value !== 'string') return ''
  const typed = parseQuantity(value, field.quantity, unitIn(field, units))
  if (!typed.ok || typed.value.unitTyped) return ''
  const other = unitsOf(field.quantity).find((unit) => {
    const si = toSi(typed.value.value, unit, field.quantity)
    return unit !== typed.value.unit && si >= field.min && si <= field.max
  })
  return other ? t('calc.other-unit', { unit: unitSymbol(other) }) : ''
}

const problemUnder = (problems: ReadonlyMap<string, Problem>, name: string): Problem | undefined =>
  [...problems].find(([path]) => path.startsWith(`${name}.`))?.[1]

/** The doubt of one reading, editable in its own unit. */
export function DoubtRow({
  label,
  field,
  units,
  doubt,
  onChange,
}: {
  readonly label: string
  readonly field: NumberField
  readonly units: Units
  readonly doubt: number
  readonly onChange: (doubt: number | null) => void
}) {
  const id = useId()
  const unit = unitIn(field, units)
  const perUnit = fromSi(1, unit, field.quantity) - fromSi(0, unit, field.quantity)
  return (
    <div className="grid grid-cols-[1fr_9rem] items-center gap-4 py-1">
      <label htmlFor={id} className="text-sm">
        {label}
      </label>
      <span className="input w-full">
        <span className="quiet">±</span>
        <input
          id={id}
          type="number"
          min={0}
          step="any"
          className="min-w-0 grow text-right"
          value={Number((doubt * perUnit).toPrecision(3))}
          onChange={(e) => onChange(e.target.value === '' ? null : Math.max(0, Number(e.target.value) / perUnit || 0))}
        />
        <span className="quiet">{unitSymbol(unit === '°F' ? 'Δ°F' : unit === '°C' ? 'K' : unit)}</span>
      </span>
    </div>
  )
}
