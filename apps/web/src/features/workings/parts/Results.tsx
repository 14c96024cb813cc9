'use client'

import type { OutputField, Warning, Working, WorkingAnswer } from '@lucerna/core/workings'
import { unitSymbol, type Units } from '@/ui/figures'
import { WarningSign } from '@/ui/WarningSign'
import { t } from '@/messages/calc'
import { wordsFor } from '@/ui/words'
import { doubtText, figureText, figureWith, otherSchool, schoolsDiffer, unitOf } from '../shown'
import { plain } from '@/ui/terms'
import { pickText } from '@/ui/pickText'
import { labelOf } from '../words'

/** Findings that call for action at once, and those that say all is well. */
const DANGER = new Set([
  'fails',
  'above',
  'obstruction',
  'spilling',
  'no',
  'inlet-above-maximum',
  'below-line',
  'above-line',
  'output-high',
  'output-low',
])
const GOOD = new Set(['passes', 'inside', 'as-expected', 'on-line', 'closes', 'typical', 'yes'])
const tone = (code: string) => (DANGER.has(code) ? 'text-error' : GOOD.has(code) ? 'text-info' : 'text-warning')

function CodeSign({ code }: { readonly code: string }) {
  return DANGER.has(code) ? <WarningSign size={22} /> : null
}

/** One figure, large: value, unit, doubt, and the same in the other school. */
function BigFigure({
  workingId,
  name,
  field,
  answer,
  units,
}: {
  readonly workingId: string
  readonly name: string
  readonly field: OutputField
  readonly answer: WorkingAnswer
  readonly units: Units
}) {
  const value = answer.result[name]
  const label = labelOf(workingId, name)
  const u = answer.uncertainty[name]
  return (
    <div className="min-w-0 border-l-2 border-(--hairline) pl-3">
      <p className="text-sm leading-tight quiet">{label}</p>
      {value === null || value === undefined ? (
        <p className="figure text-4xl quiet">–</p>
      ) : field.kind === 'number' ? (
        <>
          <p className="figure text-4xl whitespace-nowrap sm:text-5xl">
            {figureText(field, value as number, units)}{' '}
            <span className="font-sans text-base font-normal quiet">{unitOf(field, units)}</span>
          </p>
          <p className="text-sm quiet">
            {u !== undefined && u > 0 && <>± {doubtText(field, 2 * u, units)} </>}
            {schoolsDiffer(field) && <span className="whitespace-nowrap">= {figureWith(field, value as number, otherSchool(units))}</span>}
          </p>
        </>
      ) : field.kind === 'list' ? (
        <ul className="text-base">
          {(value as readonly string[]).length === 0 && <li className="text-info">{t('calc.nothing-wrong')}</li>}
          {(value as readonly string[]).map((code) => (
            <li key={code} className="font-semibold text-error">
              {pickText(name, code)}
            </li>
          ))}
        </ul>
      ) : (
        <p
          className={`flex items-center gap-2 text-2xl leading-tight font-semibold ${field.kind === 'choice' ? tone(value as string) : ''}`}
        >
          {field.kind === 'choice' && <CodeSign code={value as string} />}
          {field.kind === 'choice' ? pickText(name, value as string) : (value as string)}
        </p>
      )}
    </div>
  )
}

type Row = Readonly<Record<string, unknown>>

/** One quantity in every unit of the trade. */
function EveryUnit({ rows }: { readonly rows: readonly Row[] }) {
  return (
    <ul className="col-span-full grid grid-cols-2 gap-x-6 gap-y-2 sm:grid-cols-4">
      {rows.map((row) => (
        <li key={String(row.unit)} className="border-l-2 border-(--hairline) pl-3">
          <span className="figure text-3xl">{plain(Number(row.value))}</span> <span className="quiet">{unitSymbol(String(row.unit))}</span>
        </li>
      ))}
    </ul>
  )
}

/** The figures that stand large. */
export function Principal({
  working,
  answer,
  units,
}: {
  readonly working: Working
  readonly answer: WorkingAnswer | null
  readonly units: Units
}) {
  return (
    <section aria-label={t('calc.results')} aria-live="polite" className="no-break">
      {answer ? (
        <div className="grid grid-cols-[repeat(auto-fit,minmax(6.5rem,1fr))] gap-x-4 gap-y-4 sm:grid-cols-[repeat(auto-fit,minmax(9.5rem,1fr))]">
          {working.principal.map((name) => {
            const field = working.outputs[name]
            if (field?.kind === 'rows') return <EveryUnit key={name} rows={answer.result[name] as readonly Row[]} />
            return field ? <BigFigure key={name} workingId={working.id} name={name} field={field} answer={answer} units={units} /> : null
          })}
        </div>
      ) : (
        <p className="flex items-center gap-2 py-4 text-lg text-error">
          <WarningSign size={22} />
          {t('calc.needs-mending')}
        </p>
      )}
    </section>
  )
}

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
