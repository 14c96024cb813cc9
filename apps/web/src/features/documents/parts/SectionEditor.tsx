'use client'

import { ArrowDown, ArrowUp, ChevronDown, ChevronRight, Copy, Plus, Trash2 } from 'lucide-react'
import { useState } from 'react'
import type { Units } from '@/ui/figures'
import { t } from '@/messages/documents'
import { wordsFor } from '@/ui/words'
import type { DocumentKind, Finding } from '../kinds'
import { type Row, rowsOf, type SectionSpec } from '../spec'
import { FieldInput } from './FieldInput'
import { Findings } from './Findings'

interface Props {
  readonly kind: DocumentKind
  readonly spec: SectionSpec
  readonly document: Row
  readonly units: Units
  readonly findings: readonly Finding[]
  /** A row to stand open, from a finding that was followed. */
  readonly openRow: number | null
  readonly onChange: (document: Row) => void
}

/** One section of a card or profile: its own fields, or rows that open one at a time. */
export function SectionEditor({ kind, spec, document, units, findings, openRow, onChange }: Props) {
  const [open, setOpen] = useState<number | null>(openRow)
  if (!spec.list)
    return (
      <div className="grid gap-4 sm:grid-cols-2 lg:grid-cols-3">
        {spec.fields.map((f) => (
          <FieldInput key={f.key} spec={f} row={document} document={document} units={units} onChange={onChange} />
        ))}
      </div>
    )
  const list = spec.list
  const rows = rowsOf(document, list)
  const put = (next: readonly Row[]) => onChange({ ...document, [list]: next })
  const derive = spec.derive ?? ((row: Row) => row)
  const swap = (i: number, j: number) => {
    put(rows.map((r, n) => (n === i ? rows[j]! : n === j ? rows[i]! : r)))
    setOpen(open === i ? j : open)
  }
  const action = 'btn btn-square btn-ghost text-primary btn-sm'
  return (
    <div>
      {rows.length === 0 && <p className="border-y hairline py-6 text-center quiet">{t('doc.no-rows')}</p>}
      <ol className="divide-y divide-(--hairline) border-y hairline empty:border-0">
        {rows.map((row, i) => {
          const own = findings.filter((f) => f.path[0] === list && f.path[1] === i)
          const isOpen = open === i
          return (
            <li key={i} className="py-2">
              <div className="flex items-start gap-2">
                <button
                  type="button"
                  aria-expanded={isOpen}
                  className="flex min-h-9 min-w-0 flex-1 items-start gap-2 py-1 text-left hover:text-primary"
                  onClick={() => setOpen(isOpen ? null : i)}
                >
                  {isOpen ? (
                    <ChevronDown size={18} className="mt-0.5 shrink-0" aria-hidden="true" />
                  ) : (
                    <ChevronRight size={18} className="mt-0.5 shrink-0" aria-hidden="true" />
                  )}
                  <span className="min-w-0">{spec.summary?.(row, document, units) || t('doc.nameless')}</span>
                </button>
                {isOpen && (
                  <span className="flex shrink-0">
                    <button
                      type="button"
                      className={action}
                      disabled={i === 0}
                      aria-label={t('doc.move-up')}
                      onClick={() => swap(i, i - 1)}
                    >
                      <ArrowUp size={16} aria-hidden="true" />
                    </button>
                    <button
                      type="button"
                      className={action}
                      disabled={i === rows.length - 1}
                      aria-label={t('doc.move-down')}
                      onClick={() => swap(i, i + 1)}
                    >
                      <ArrowDown size={16} aria-hidden="true" />
                    </button>
                    <button
                      type="button"
                      className={action}
                      aria-label={t('doc.duplicate')}
                      onClick={() => {
                        put([...rows.slice(0, i + 1), row, ...rows.slice(i + 1)])
                        setOpen(i + 1)
                      }}
                    >
                      <Copy size={16} aria-hidden="true" />
                    </button>
                    <button
                      type="button"
                      className={action}
                      aria-label={t('doc.delete')}
                      onClick={() => {
                        put(rows.filter((_, n) => n !== i))
                        setOpen(null)
                      }}
                    >
                      <Trash2 size={16} aria-hidden="true" />
                    </button>
                  </span>
                )}
              </div>
              {own.length > 0 && <Findings kind={kind} findings={own} />}
              {isOpen && (
                <div className="grid gap-4 py-3 pl-6 sm:grid-cols-2 lg:grid-cols-3">
                  {spec.fields
                    .filter((f) => !f.when || f.when(row))
                    .map((f) => (
                      <FieldInput
                        key={f.key + (f.when ? String(row.measurandId ?? '') : '')}
                        spec={f}
                        row={row}
                        document={document}
                        units={units}
                        onChange={(next) => put(rows.map((r, n) => (n === i ? derive(next) : r)))}
                      />
                    ))}
                </div>
              )}
            </li>
          )
        })}
      </ol>
      <button
        type="button"
        className="btn mt-3 btn-outline"
        onClick={() => {
          put([...rows, spec.blank?.(document) ?? {}])
          setOpen(rows.length)
        }}
      >
        <Plus size={18} aria-hidden="true" /> {wordsFor(`doc.add.${kind}.${spec.id}`)}
      </button>
    </div>
  )
}
