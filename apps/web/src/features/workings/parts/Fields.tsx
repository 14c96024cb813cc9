'use client'

import { GAS_PRESET_IDS, type GasComposition, SPECIES_NAMES } from '@lucerna/core/gas'
import type { Problem } from '@lucerna/core/result'
import type { CellField, ChoiceField, Field, GasChoice, NumberField, RowsField } from '@lucerna/core/workings'
import { fromSi, parseQuantity, toSi, unitsOf } from '@lucerna/core/units'
import { Plus, X } from 'lucide-react'
import { useId } from 'react'
import { unitSymbol, type Units } from '@/ui/figures'
import { WarningSign } from '@/ui/WarningSign'
import { hasWords, t } from '@/ui/words'
import { type DraftRow, type DraftValue, rowText, unitIn } from '../form'
import { figureWith } from '../shown'
import { labelOf, pickText, plain, problemWords } from '../words'

/** A problem of one field in words, in the units on the screen. */
export function fieldProblem(problem: Problem, workingId: string, field: Field | undefined, units: Units): string {
  const range = (_key: string, value: number) => (field?.kind === 'number' ? figureWith(field, value, units) : plain(value))
  if (hasWords(`calc-problem.${problem.code}`)) return problemWords(problem, { label: (key) => labelOf(workingId, key), range })
  const p = problem.params ?? {}
  return t(`typed.${problem.code}`, {
    ...p,
    unitWanted: field?.kind === 'number' ? unitSymbol(field[units].unit) : '',
    ...(p.given !== undefined && { given: t(`quantity.${p.given}`) }),
    ...(p.asked !== undefined && { asked: t(`quantity.${p.asked}`) }),
  })
}

function Said({ id, problem }: { readonly id: string; readonly problem: string | undefined }) {
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

function NumberInput({
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

function ChoiceInput({
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

const OWN = 'own'

function GasInput({
  id,
  value,
  onChange,
}: {
  readonly id: string
  readonly value: GasChoice
  readonly onChange: (gas: GasChoice) => void
}) {
  const own = typeof value === 'string' ? null : value
  const sum = own ? Object.values(own).reduce((a, b) => a + b, 0) : 0
  const change = (next: GasComposition) => onChange(next)
  return (
    <>
      <select
        id={id}
        className="select w-full text-base"
        value={own ? OWN : (value as string)}
        onChange={(e) => onChange(e.target.value === OWN ? { methane: 1 } : (e.target.value as GasChoice))}
      >
        {GAS_PRESET_IDS.map((g) => (
          <option key={g} value={g}>
            {t(`gas.${g}`)}
          </option>
        ))}
        <option value={OWN}>{t('calc.own-composition')}</option>
      </select>
      {own && (
        <fieldset className="col-span-full min-w-0 rounded-md border hairline p-3">
          <legend className="px-1 text-sm quiet">{t('calc.composition')}</legend>
          <div className="grid grid-cols-2 gap-x-4 gap-y-2">
            {SPECIES_NAMES.map((s) => (
              <ShareInput key={s} label={t(`species.${s}`)} value={own[s] ?? 0} onChange={(share) => change({ ...own, [s]: share })} />
            ))}
          </div>
          <div className="mt-3 flex items-center justify-between gap-3">
            <p className={`text-sm ${Math.abs(sum - 1) > 1e-4 ? 'text-error' : 'quiet'}`}>
              {t('calc.composition-sum', { sum: plain(sum * 100) })}
            </p>
            <button
              type="button"
              className="btn btn-outline btn-sm"
              onClick={() => change({ ...own, methane: Math.max(0, Math.round((1 - sum + (own.methane ?? 0)) * 1e8) / 1e8) })}
            >
              {t('calc.composition-fill')}
            </button>
          </div>
        </fieldset>
      )}
    </>
  )
}

function ShareInput({
  label,
  value,
  onChange,
}: {
  readonly label: string
  readonly value: number
  readonly onChange: (share: number) => void
}) {
  return (
    <label className="flex items-center justify-between gap-2 text-sm">
      <span>{label}</span>
      <input
        type="number"
        min={0}
        max={100}
        step="any"
        className="input w-20 min-w-0 px-2 text-right"
        value={value === 0 ? '' : Number((value * 100).toPrecision(7))}
        placeholder="0"
        onChange={(e) => onChange(Math.min(1, Math.max(0, Number(e.target.value) / 100 || 0)))}
      />
    </label>
  )
}

/** What most rows leave empty is folded away: counts of fittings, a rise. */
const seldom = (key: string, cell: CellField): boolean =>
  cell.kind === 'number' && cell.optional === true && (cell.whole === true || key === 'riseM')

/** What is folded away, as far as it is filled in. */
function foldedText(workingId: string, columns: readonly (readonly [string, CellField])[], row: DraftRow): string {
  const filled = columns
    .filter(([key, c]) => seldom(key, c) && (row[key] ?? '') !== '')
    .map(([key]) => `${labelOf(workingId, key)} ${row[key]}`)
  return filled.length > 0 ? filled.join(' · ') : t('calc.fittings')
}

/** Rows to fill in, a card each. */
function RowsInput({
  workingId,
  name,
  field,
  units,
  rows,
  problems,
  onChange,
}: {
  readonly workingId: string
  readonly name: string
  readonly field: RowsField
  readonly units: Units
  readonly rows: readonly DraftRow[]
  readonly problems: ReadonlyMap<string, Problem>
  readonly onChange: (rows: readonly DraftRow[]) => void
}) {
  const columns = Object.entries(field.columns)
  const replace = (i: number, key: string, text: string) => onChange(rows.map((row, n) => (n === i ? { ...row, [key]: text } : row)))
  const fresh = (): DraftRow => {
    const last = rows.at(-1)
    const blank = rowText(Object.fromEntries(columns.map(([key, c]) => [key, c.kind === 'text' ? '' : c.default])), field.columns, units)
    if (!('id' in field.columns)) return last ?? blank
    const taken = new Set(rows.map((r) => r.id))
    const id = Array.from({ length: 26 }, (_, i) => String.fromCharCode(65 + i)).find((c) => !taken.has(c)) ?? `S${rows.length + 1}`
    return { ...blank, id, ...('from' in field.columns && last && { from: last.id ?? '' }) }
  }
  const cellOf = (row: DraftRow, i: number) =>
    function RowCell([key, column]: (typeof columns)[number]) {
      return (
        <Cell
          key={key}
          id={`${name}-${i}-${key}`}
          name={key}
          label={labelOf(workingId, key)}
          field={column}
          units={units}
          text={row[key] ?? ''}
          invalid={problems.has(`${name}.${i}.${key}`)}
          onChange={(text) => replace(i, key, text)}
        />
      )
    }
  return (
    <div className="flex flex-col gap-3">
      {rows.length === 0 && <p className="text-sm quiet">{t('calc.all-off')}</p>}
      {rows.map((row, i) => {
        const said = columns.flatMap(([key, column]) => {
          const p = problems.get(`${name}.${i}.${key}`)
          return p ? [fieldProblem(p, workingId, column, units)] : []
        })
        return (
          <div key={i} role="group" aria-label={t('calc.row', { n: i + 1 })} className="rounded-md border hairline p-2">
            <div className="flex items-start gap-2">
              <div className="grid min-w-0 flex-1 grid-cols-2 gap-2">
                {columns.filter(([key, c]) => !seldom(key, c)).map(cellOf(row, i))}
                {columns.some(([key, c]) => seldom(key, c)) && (
                  <details className="col-span-full">
                    <summary className="min-h-11 cursor-pointer py-2.5 text-sm text-primary">{foldedText(workingId, columns, row)}</summary>
                    <div className="grid grid-cols-2 gap-2">{columns.filter(([key, c]) => seldom(key, c)).map(cellOf(row, i))}</div>
                  </details>
                )}
              </div>
              <button
                type="button"
                aria-label={t('calc.remove-row', { n: i + 1 })}
                className="btn btn-square btn-ghost"
                onClick={() => onChange(rows.filter((_, n) => n !== i))}
              >
                <X size={18} aria-hidden="true" />
              </button>
            </div>
            <Said id={`${name}-${i}-said`} problem={said[0]} />
          </div>
        )
      })}
      {rows.length < field.max && (
        <button type="button" className="btn self-start btn-outline" onClick={() => onChange([...rows, fresh()])}>
          <Plus size={18} aria-hidden="true" />
          {t('calc.add-row')}
        </button>
      )}
    </div>
  )
}

function Cell({
  id,
  name,
  label,
  field,
  units,
  text,
  invalid,
  onChange,
}: {
  readonly id: string
  readonly name: string
  readonly label: string
  readonly field: CellField
  readonly units: Units
  readonly text: string
  readonly invalid: boolean
  readonly onChange: (text: string) => void
}) {
  return (
    <div className="min-w-0">
      <label htmlFor={id} className="block truncate text-xs quiet">
        {label}
      </label>
      {field.kind === 'number' ? (
        <NumberInput id={id} field={field} units={units} text={text} invalid={invalid} onChange={onChange} />
      ) : field.kind === 'choice' ? (
        <ChoiceInput id={id} name={name} field={field} value={text} onChange={onChange} optional={field.optional} />
      ) : (
        <input
          id={id}
          value={text}
          maxLength={field.max}
          onChange={(e) => onChange(e.target.value)}
          className="input w-full"
          autoComplete="off"
        />
      )}
    </div>
  )
}

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
