'use client'

import type { OutputField, Warning, Working, WorkingAnswer } from '@lucerna/core/workings'
import type { Units } from '@/ui/figures'
import { pickText } from '@/ui/pickText'
import { WarningSign } from '@/ui/WarningSign'
import { wordsFor } from '@/ui/words'
import { t } from '@/messages/calc'
import { doubtText, figureWith, otherSchool, schoolsDiffer } from '../shown'
import { labelOf } from '../words'

/** Warnings after which nothing goes on as it is. */
const STOPS = new Set([
  'ladder-inlet-above-maximum',
  'tightness-fails',
  'let-by-fails',
  'seat-lets-by',
  'above-plate',
  'spilling',
  'no-draught',
  'over-level',
  'co-over-oxygen-school',
  'co-over-ratio-school',
  'positive-offset',
  'too-rich-up-there',
])

/** What to look at, as the core tells it; what stops the work in the colour of danger. */
export function Warnings({ warnings }: { readonly warnings: readonly Warning[] }) {
  if (warnings.length === 0) return null
  return (
    <section aria-label={t('calc.warnings')}>
      <ul className="flex flex-col gap-2">
        {[...new Map(warnings.map((w) => [w.code, w])).values()].map((w) => (
          <li
            key={w.code}
            className={`flex items-start gap-2 rounded-md border bg-base-200 px-3 py-2 ${STOPS.has(w.code) ? 'border-error font-semibold' : 'border-warning'}`}
          >
            <span className={STOPS.has(w.code) ? 'text-error' : 'text-warning'}>
              <WarningSign size={18} />
            </span>
            <span>{wordsFor(`calc-warn.${w.code}`, w.params ?? {})}</span>
          </li>
        ))}
      </ul>
    </section>
  )
}

function cellText(name: string, field: OutputField, value: unknown, units: Units): string {
  if (value === null || value === undefined) return '–'
  if (field.kind === 'number') return figureWith(field, value as number, units)
  if (field.kind === 'choice') return pickText(name, value as string)
  if (field.kind === 'list') return (value as readonly string[]).map((v) => pickText(name, v)).join(', ') || '–'
  return String(value)
}

/** Every figure in both schools with its doubt; tables below. */
export function AllFigures({
  working,
  answer,
  units,
}: {
  readonly working: Working
  readonly answer: WorkingAnswer
  readonly units: Units
}) {
  const plainOnes = Object.entries(working.outputs).filter(([, f]) => f.kind !== 'rows')
  const tables = Object.entries(working.outputs).flatMap(([name, f]) =>
    f.kind === 'rows' && !working.principal.includes(name) ? [[name, f] as const] : [],
  )
  const bothSchools = plainOnes.some(([, f]) => f.kind === 'number' && schoolsDiffer(f))
  return (
    <div className="flex flex-col gap-6">
      {plainOnes.length > 0 && (
        <section aria-labelledby="all-figures" className="min-w-0">
          <h2 id="all-figures" className="mb-1 font-semibold">
            {t('calc.all-figures')}
          </h2>
          <table className="w-full text-sm">
            <thead className="text-xs quiet">
              <tr>
                <th scope="col" className="py-1 text-left font-normal">
                  {t('calc.figure')}
                </th>
                <th scope="col" className="py-1 text-right font-normal">
                  {t('calc.value')}
                </th>
                <th scope="col" className="hidden py-1 text-right font-normal sm:table-cell">
                  {t('calc.plus-minus')}
                </th>
                {bothSchools && (
                  <th scope="col" className="py-1 text-right font-normal">
                    {t('calc.other-school')}
                  </th>
                )}
              </tr>
            </thead>
            <tbody>
              {plainOnes.map(([name, field]) => {
                const value = answer.result[name]
                const u = answer.uncertainty[name]
                return (
                  <tr key={name} className="border-t hairline">
                    <th scope="row" className="py-1.5 pr-2 text-left font-normal">
                      {labelOf(working.id, name)}
                    </th>
                    <td className="py-1.5 text-right font-semibold">{cellText(name, field, value, units)}</td>
                    <td className="hidden py-1.5 pl-2 text-right quiet sm:table-cell">
                      {field.kind === 'number' && u !== undefined && u > 0 && value !== null ? `± ${doubtText(field, 2 * u, units)}` : ''}
                    </td>
                    {bothSchools && (
                      <td className="py-1.5 pl-2 text-right quiet">
                        {field.kind === 'number' && schoolsDiffer(field) && typeof value === 'number'
                          ? figureWith(field, value, otherSchool(units))
                          : ''}
                      </td>
                    )}
                  </tr>
                )
              })}
            </tbody>
          </table>
        </section>
      )}
      {tables.map(([name, field]) => (
        <section key={name} aria-labelledby={`table-${name}`} className="min-w-0">
          <h2 id={`table-${name}`} className="mb-1 font-semibold">
            {labelOf(working.id, name)}
          </h2>
          <div className="overflow-x-auto" tabIndex={0} role="region" aria-labelledby={`table-${name}`}>
            <table className="w-full text-sm whitespace-nowrap">
              <thead className="text-xs quiet">
                <tr>
                  {Object.keys(field.columns).map((c) => (
                    <th key={c} scope="col" className="px-2 py-1 text-right font-normal first:pl-0 first:text-left">
                      {labelOf(working.id, c)}
                    </th>
                  ))}
                </tr>
              </thead>
              <tbody>
                {(answer.result[name] as readonly Record<string, unknown>[]).map((row, i) => (
                  <tr key={i} className="border-t hairline">
                    {Object.entries(field.columns).map(([c, column]) => (
                      <td key={c} className="px-2 py-1.5 text-right first:pl-0 first:text-left first:font-semibold">
                        {cellText(c, column, row[c], units)}
                        {column.kind === 'number' && (answer.uncertainty[`${name}.${i}.${c}`] ?? 0) > 0 && (
                          <span className="block text-xs font-normal quiet">
                            ± {doubtText(column, 2 * (answer.uncertainty[`${name}.${i}.${c}`] ?? 0), units)}
                          </span>
                        )}
                      </td>
                    ))}
                  </tr>
                ))}
              </tbody>
            </table>
          </div>
        </section>
      ))}
    </div>
  )
}
