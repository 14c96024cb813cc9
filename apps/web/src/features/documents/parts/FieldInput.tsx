'use client'

import { fromSi, parseQuantity } from '@lucerna/core/units'
import { Plus, X } from 'lucide-react'
import { useId, useState } from 'react'
import { Field } from '@/ui/Field'
import { unitSymbol, type Units } from '@/ui/figures'
import { t } from '@/messages/documents'
import { wordsFor } from '@/ui/words'
import { at, type FieldSpec, type Row, textOf, withAt } from '../spec'
import { Matrix } from './Matrix'

interface InputProps {
  readonly spec: FieldSpec
  readonly row: Row
  readonly document: Row
  readonly units: Units
  readonly onChange: (row: Row) => void
}

/** A number in the field as it is typed: "9," is not lost while somebody is still typing. */
function NumberInput({
  id,
  value,
  onValue,
  integer,
}: {
  readonly id: string
  readonly value: unknown
  readonly onValue: (v: number | null | 'bad') => void
  readonly integer: boolean
}) {
  const known = typeof value === 'number' ? String(value) : ''
  const [typed, setTyped] = useState<string | null>(null)
  return (
    <input
      id={id}
      className="input"
      inputMode={integer ? 'numeric' : 'decimal'}
      value={typed ?? known}
      onBlur={() => setTyped(null)}
      onChange={(e) => {
        const text = e.target.value
        setTyped(text)
        const parsed = Number(text.replace(',', '.'))
        onValue(text.trim() === '' ? null : Number.isFinite(parsed) && (!integer || Number.isInteger(parsed)) ? parsed : 'bad')
      }}
    />
  )
}

/** A value with its unit; what is typed may name another unit of the same quantity. */
function QuantityInput({
  id,
  spec,
  value,
  units,
  onValue,
}: {
  readonly id: string
  readonly spec: Extract<FieldSpec, { kind: 'quantity' }>
  readonly value: unknown
  readonly units: Units
  readonly onValue: (v: number | null) => void
}) {
  const unit = spec[units]
  const known = typeof value === 'number' ? String(Number(fromSi(value, unit, spec.quantity).toPrecision(6))) : ''
  const [typed, setTyped] = useState<string | null>(null)
  const parsed = typed === null || typed.trim() === '' ? null : parseQuantity(typed, spec.quantity, unit)
  return (
    <>
      <span className="join">
        <input
          id={id}
          className="input join-item"
          inputMode="decimal"
          value={typed ?? known}
          aria-invalid={parsed?.ok === false || undefined}
          onBlur={() => parsed?.ok !== false && setTyped(null)}
          onChange={(e) => {
            setTyped(e.target.value)
            const read = e.target.value.trim() === '' ? null : parseQuantity(e.target.value, spec.quantity, unit)
            if (read === null) onValue(null)
            else if (read.ok) onValue(Number(read.value.valueSi.toPrecision(12)))
          }}
        />
        <span className="join-item flex items-center border border-(--control) px-2 text-sm quiet">{unitSymbol(unit) || '–'}</span>
      </span>
      {parsed?.ok === false && <span className="text-sm text-error">{t('doc.not-read', { text: typed ?? '' })}</span>}
    </>
  )
}

/** One field of a row, whatever its kind. */
export function FieldInput({ spec, row, document, units, onChange }: InputProps) {
  const id = useId()
  const value = at(row, spec.key)
  const empty = spec.optional ? undefined : null
  const set = (next: unknown) => onChange(withAt(row, spec.key, next))
  const label = wordsFor(`doc.field.${spec.label}`)
  const wrap = (input: React.ReactNode) => (
    <div className={spec.wide ? 'sm:col-span-2 lg:col-span-3' : ''}>
      <Field id={id} label={label}>
        {input}
      </Field>
    </div>
  )
  switch (spec.kind) {
    case 'text':
      return wrap(
        <input
          id={id}
          className="input w-full"
          value={textOf(value)}
          onChange={(e) => set(e.target.value === '' && spec.optional ? undefined : e.target.value)}
        />,
      )
    case 'may-text':
      return wrap(<input id={id} className="input w-full" value={textOf(value)} onChange={(e) => set(e.target.value || null)} />)
    case 'long':
      return wrap(<textarea id={id} className="textarea w-full" rows={2} value={textOf(value)} onChange={(e) => set(e.target.value)} />)
    case 'date':
      return wrap(<input id={id} type="date" className="input" value={textOf(value)} onChange={(e) => set(e.target.value)} />)
    case 'number':
    case 'integer':
      return wrap(<NumberInput id={id} value={value} integer={spec.kind === 'integer'} onValue={(v) => v !== 'bad' && set(v ?? empty)} />)
    case 'quantity':
      return wrap(<QuantityInput id={id} spec={spec} value={value} units={units} onValue={(v) => set(v ?? empty)} />)
    case 'check':
      return (
        <label className="flex min-h-11 items-center gap-3 self-end">
          <input type="checkbox" className="checkbox" checked={value === true} onChange={(e) => set(e.target.checked)} />
          {label}
        </label>
      )
    case 'select': {
      const options = spec.options(document, row)
      const known = options.some((o) => o.value === value)
      return wrap(
        <select
          id={id}
          className="select w-full"
          value={textOf(value)}
          onChange={(e) => set(e.target.value === '' ? empty : e.target.value)}
        >
          {(spec.nullable === true || !known) && <option value="">{spec.nullable ? '–' : t('doc.choose')}</option>}
          {!known && textOf(value) !== '' && <option value={textOf(value)}>{t('doc.gone', { text: textOf(value) })}</option>}
          {options.map((o) => (
            <option key={o.value} value={o.value}>
              {o.label}
            </option>
          ))}
        </select>,
      )
    }
    case 'several': {
      const chosen: readonly unknown[] = Array.isArray(value) ? value : []
      return (
        <fieldset className="sm:col-span-2 lg:col-span-3">
          <legend className="mb-1 text-sm quiet">{label}</legend>
          <div className="flex flex-wrap gap-x-5 gap-y-1">
            {spec.options(document).map((o) => (
              <label key={o.value} className="flex min-h-9 items-center gap-2">
                <input
                  type="checkbox"
                  className="checkbox checkbox-sm"
                  checked={chosen.includes(o.value)}
                  onChange={(e) => {
                    const next = e.target.checked ? [...chosen, o.value] : chosen.filter((c) => c !== o.value)
                    set(next.length === 0 && spec.optional ? undefined : next)
                  }}
                />
                {o.label}
              </label>
            ))}
          </div>
        </fieldset>
      )
    }
    case 'words':
      return wrap(<WordsInput id={id} value={value} onValue={set} />)
    case 'matrix':
      return <Matrix row={row} label={label} onChange={onChange} />
    case 'rows':
      return <InnerRows spec={spec} row={row} document={document} units={units} onChange={onChange} />
  }
}

function WordsInput({
  id,
  value,
  onValue,
}: {
  readonly id: string
  readonly value: unknown
  readonly onValue: (v: readonly string[]) => void
}) {
  const [typed, setTyped] = useState<string | null>(null)
  const words = Array.isArray(value) ? value.map(textOf).join(', ') : ''
  return (
    <input
      id={id}
      className="input w-full"
      value={typed ?? words}
      onBlur={() => setTyped(null)}
      onChange={(e) => {
        setTyped(e.target.value)
        onValue(
          e.target.value
            .split(',')
            .map((w) => w.trim())
            .filter(Boolean),
        )
      }}
    />
  )
}

/** Rows inside a row: conditions of a limit, columns of a table, what a step needs. */
function InnerRows({ spec, row, document, units, onChange }: InputProps & { readonly spec: Extract<FieldSpec, { kind: 'rows' }> }) {
  const value = at(row, spec.key)
  const rows: readonly Row[] = Array.isArray(value) ? (value as Row[]) : []
  const put = (next: readonly Row[]) => onChange(withAt(row, spec.key, next))
  const name = wordsFor(`doc.field.${spec.label}`)
  return (
    <fieldset className="sm:col-span-2 lg:col-span-3">
      <legend className="mb-1 text-sm quiet">{name}</legend>
      <div className="flex flex-col gap-3">
        {rows.map((inner, i) => (
          <div key={i} className="grid gap-3 border-l-2 hairline pl-3 sm:grid-cols-2 lg:grid-cols-3">
            {spec.fields
              .filter((f) => !f.when || f.when(inner))
              .map((f) => (
                <FieldInput
                  key={f.key}
                  spec={f}
                  row={inner}
                  document={document}
                  units={units}
                  onChange={(next) => put(rows.map((r, n) => (n === i ? next : r)))}
                />
              ))}
            <button
              type="button"
              className="btn w-fit self-end btn-ghost text-primary btn-sm"
              onClick={() => put(rows.filter((_, n) => n !== i))}
            >
              <X size={16} aria-hidden="true" /> {t('doc.remove-inner', { what: name })}
            </button>
          </div>
        ))}
        <button type="button" className="btn w-fit btn-outline btn-sm" onClick={() => put([...rows, spec.blank])}>
          <Plus size={16} aria-hidden="true" /> {t('doc.add-inner', { what: name })}
        </button>
      </div>
    </fieldset>
  )
}
