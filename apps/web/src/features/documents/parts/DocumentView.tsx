import { fromSi } from '@lucerna/core/units'
import { unitSymbol, type Units } from '@/ui/figures'
import { plainDate } from '@/ui/dates'
import { t } from '@/messages/documents'
import { wordsFor } from '@/ui/words'
import type { DocumentKind } from '../kinds'
import { sectionsOf } from '../sectionsOf'
import { at, type FieldSpec, type Row, rowsOf, textOf } from '../spec'

/** A field's value in words; empty when there is nothing to say. */
export function fieldText(spec: FieldSpec, row: Row, document: Row, units: Units): string {
  const value = at(row, spec.key)
  if (value === null || value === undefined || value === '') return ''
  switch (spec.kind) {
    case 'check':
      return t(value === true ? 'doc.yes' : 'doc.no')
    case 'select':
      return spec.options(document, row).find((o) => o.value === value)?.label ?? textOf(value)
    case 'several':
      return Array.isArray(value) ? value.map((v) => spec.options(document).find((o) => o.value === v)?.label ?? textOf(v)).join(', ') : ''
    case 'date':
      return plainDate(textOf(value))
    case 'words':
      return Array.isArray(value) ? value.map(textOf).join(', ') : ''
    case 'quantity':
      return typeof value === 'number'
        ? `${Number(fromSi(value, spec[units], spec.quantity).toPrecision(5))} ${unitSymbol(spec[units])}`
        : ''
    default:
      return textOf(value)
  }
}

/** The numbers of a card's table as a table. */
function Cells({ table }: { readonly table: Row }) {
  const columns = rowsOf(table, 'columns')
  const rows = Array.isArray(table.rows) ? (table.rows as (number | null)[][]) : []
  return (
    <table className="mt-1 text-left">
      <thead>
        <tr className="border-b hairline text-sm quiet">
          {columns.map((c, i) => (
            <th key={i} scope="col" className="py-1 pr-6 font-normal">
              {textOf(c.label)} {unitSymbol(textOf(c.unit))}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {rows.map((cells, i) => (
          <tr key={i} className="border-b hairline">
            {cells.map((c, j) => (
              <td key={j} className="py-1 pr-6 tabular-nums">
                {c ?? '–'}
              </td>
            ))}
          </tr>
        ))}
      </tbody>
    </table>
  )
}

/** A row in one line: what it is about first, its page at the end of the line. */
function Summary({ text }: { readonly text: string }) {
  const [first = '', ...rest] = text.split(' · ')
  const page = rest.at(-1)?.startsWith(t('doc.page', { page: '' }).trim()) ? rest.pop() : undefined
  return (
    <span className="flex gap-4">
      <span className="min-w-0 flex-1">
        <span className="font-semibold">{first}</span>
        {rest.length > 0 && <span> · {rest.join(' · ')}</span>}
      </span>
      {page && <span className="shrink-0 text-sm quiet">{page}</span>}
    </span>
  )
}

/** A card or profile to read and to print: every section that says something. */
export function DocumentView({ kind, document, units }: { readonly kind: DocumentKind; readonly document: Row; readonly units: Units }) {
  return (
    <div className="flex flex-col gap-7">
      {sectionsOf(kind).map((spec) => {
        const rows = spec.list ? rowsOf(document, spec.list) : [document]
        if (spec.list && rows.length === 0) return null
        return (
          <section key={spec.id} aria-labelledby={`section-${spec.id}`} className="break-inside-avoid-page">
            <h2 id={`section-${spec.id}`} className="mb-1 text-lg font-semibold">
              {wordsFor(`doc.section.${kind}.${spec.id}`)}
            </h2>
            {spec.list ? (
              <ol className="divide-y divide-(--hairline) border-y hairline">
                {rows.map((row, i) => {
                  const more = spec.fields.filter(
                    (f) => (f.kind === 'may-text' || f.kind === 'long') && f.wide && fieldText(f, row, document, units) !== '',
                  )
                  return (
                    <li key={i} className="py-2">
                      <Summary text={spec.summary?.(row, document, units) ?? ''} />
                      {more.map((f) => (
                        <span key={f.key} className="block text-sm quiet">
                          {wordsFor(`doc.field.${f.label}`)}: {fieldText(f, row, document, units)}
                        </span>
                      ))}
                      {spec.id === 'ownSteps' &&
                        rowsOf(row, 'needs').map((need, n) => (
                          <span key={n} className="block text-sm quiet">
                            {wordsFor(`need-kind.${textOf(need.kind)}`)}:{' '}
                            {need.kind === 'reading'
                              ? wordsFor(`measurand.${textOf(need.measurandId)}`)
                              : need.kind === 'proof'
                                ? `${textOf(need.what)} → ${textOf(need.passes)}`
                                : `${textOf(need.question)} ${textOf(need.good)} / ${textOf(need.bad)}`}
                          </span>
                        ))}
                      {spec.id === 'tables' && <Cells table={row} />}
                    </li>
                  )
                })}
              </ol>
            ) : (
              <dl className="grid gap-x-8 border-t hairline sm:grid-cols-2">
                {spec.fields
                  .filter((f) => fieldText(f, document, document, units) !== '')
                  .map((f) => (
                    <div key={f.key} className="flex justify-between gap-4 border-b hairline py-1.5">
                      <dt className="text-sm quiet">{wordsFor(`doc.field.${f.label}`)}</dt>
                      <dd className="text-right">{fieldText(f, document, document, units)}</dd>
                    </div>
                  ))}
              </dl>
            )}
          </section>
        )
      })}
    </div>
  )
}
