'use client'

import { Plus, X } from 'lucide-react'
import { unitSymbol } from '@/ui/figures'
import { t } from '@/messages/documents'
import { type Row, rowsOf, textOf } from '../spec'

type Cells = readonly (readonly (number | null)[])[]

/** What stands in cells that were copied out of a spreadsheet: rows by lines, cells by tabs or semicolons; decimal commas are read. */
export function pastedCells(text: string, columns: number): Cells | null {
  const lines = text.replace(/(\r?\n)+$/, '').split(/\r?\n/)
  const cells = lines.map((l) => l.split(/[\t;]/).map((c) => (c.trim() === '' ? null : Number(c.trim().replace(',', '.')))))
  if (cells.length === 1 && cells[0]!.length === 1) return null
  return cells.every((r) => r.length === columns && r.every((c) => c === null || Number.isFinite(c))) ? cells : null
}

/** The cells of a card's table; a block copied from a spreadsheet can be pasted into any of them. */
export function Matrix({ row, label, onChange }: { readonly row: Row; readonly label: string; readonly onChange: (row: Row) => void }) {
  const columns = rowsOf(row, 'columns')
  const rows: Cells = Array.isArray(row.rows) ? (row.rows as Cells) : []
  const put = (next: Cells) => onChange({ ...row, rows: next })
  return (
    <fieldset className="min-w-0 sm:col-span-2 lg:col-span-3">
      <legend className="mb-1 text-sm quiet">
        {label} · {t('doc.paste-cells')}
      </legend>
      <div className="overflow-x-auto">
        <table>
          <thead>
            <tr>
              {columns.map((c, i) => (
                <th key={i} scope="col" className="pr-2 text-left text-sm font-normal quiet">
                  {textOf(c.label)} {unitSymbol(textOf(c.unit))}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {rows.map((cells, i) => (
              <tr key={i}>
                {columns.map((c, j) => (
                  <td key={j} className="pr-2 pb-1">
                    <input
                      className="input w-28 input-sm"
                      aria-label={t('doc.cell', { column: textOf(c.label), row: i + 1 })}
                      inputMode="decimal"
                      defaultValue={cells[j] ?? ''}
                      key={`${i}-${j}-${cells[j]}`}
                      onBlur={(e) => {
                        const text = e.target.value.trim().replace(',', '.')
                        const value = text === '' ? null : Number(text)
                        if (value !== null && !Number.isFinite(value)) e.target.value = textOf(cells[j])
                        else if (value !== (cells[j] ?? null))
                          put(rows.map((r, n) => (n === i ? columns.map((_, k) => (k === j ? value : (r[k] ?? null))) : r)))
                      }}
                      onPaste={(e) => {
                        const block = pastedCells(e.clipboardData.getData('text'), columns.length)
                        if (!block) return
                        e.preventDefault()
                        put([...rows.slice(0, i), ...block, ...rows.slice(i + block.length)])
                      }}
                    />
                  </td>
                ))}
                <td>
                  <button
                    type="button"
                    className="btn btn-square btn-ghost text-primary btn-sm"
                    aria-label={t('doc.remove-row', { row: i + 1 })}
                    onClick={() => put(rows.filter((_, n) => n !== i))}
                  >
                    <X size={16} aria-hidden="true" />
                  </button>
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      <button type="button" className="btn mt-1 btn-outline btn-sm" onClick={() => put([...rows, columns.map(() => null)])}>
        <Plus size={16} aria-hidden="true" /> {t('doc.add-row')}
      </button>
    </fieldset>
  )
}
