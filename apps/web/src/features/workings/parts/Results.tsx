'use client'

import type { OutputField, Working, WorkingAnswer } from '@lucerna/core/workings'
import { unitSymbol, type Units } from '@/ui/figures'
import { WarningSign } from '@/ui/WarningSign'
import { t } from '@/messages/calc'
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
