'use client'

import type { Problem } from '@lucerna/core/result'
import type { CellField, RowsField } from '@lucerna/core/workings'
import { Plus, X } from 'lucide-react'
import type { Units } from '@/ui/figures'
import { t } from '@/messages/calc'
import { type DraftRow, rowText } from '../form'
import { labelOf } from '../words'
import { ChoiceInput, fieldProblem, NumberInput, Said } from './inputs'

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
export function RowsInput({
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
