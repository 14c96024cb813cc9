'use client'

import { explanationOf, type JudgedReading } from '@lucerna/core/visit'
import { bandText, figureWithUnit, spanText, unitText } from '@/ui/figures'
import { FormulaShown } from '@/ui/FormulaShown'
import { BeadSign, VERDICT_TEXT } from '@/ui/Gauge'
import { t } from '@/messages/visitLater'
import { wordsFor } from '@/ui/words'
import { useDesk } from './context'
import { verdictWord } from './Line'
import { becauseText } from './NeedRow'

/** How one computed figure came about: formula, your numbers in it, the readings with their doubt, and what to know. */
export function ExplainedPanel({ reading }: { readonly reading: JudgedReading }) {
  const { units, explain } = useDesk()
  const { verdict } = reading
  const explanation = explanationOf(reading)
  if (!explanation) return null
  const { band } = verdict
  return (
    <section aria-labelledby="explained" className="flex flex-col gap-4">
      <div className="flex items-start justify-between gap-3">
        <h2 id="explained" className="text-lg font-semibold">
          {t(`measurand.${reading.measurandId}`)}
        </h2>
        <button type="button" className="btn btn-ghost text-primary btn-sm" onClick={() => explain(null)}>
          {t('close')}
        </button>
      </div>
      <p className="figure text-4xl">
        {figureWithUnit(reading.measurandId, reading.valueSi, units)}
        {reading.standardUncertainty !== null && (
          <span className="ml-2 text-xl quiet">± {spanText(reading.measurandId, 2 * reading.standardUncertainty, units)}</span>
        )}
      </p>
      {verdict.because !== 'no-band' && (
        <p className={`flex items-center gap-2 font-semibold ${VERDICT_TEXT[verdict.status]}`}>
          <BeadSign status={verdict.status} side={verdict.side} />
          <span className="whitespace-nowrap">{verdictWord(verdict)}</span>{' '}
          <span className="font-normal quiet">{becauseText(verdict, reading.measurandId, units)}</span>
        </p>
      )}
      {band && (
        <p className="text-sm">
          {t('band.label')} {bandText(reading.measurandId, band, units, { upTo: t('band.up-to'), from: t('band.from') })}{' '}
          {unitText(reading.measurandId, units)}
          {band.goal !== undefined && ` · ${t('band.goal')} ${figureWithUnit(reading.measurandId, band.goal, units)}`}
          <br />
          <span className="quiet">
            {band.source.text}
            {band.source.page ? `, ${t('band.page', { page: band.source.page })}` : ''}
          </span>
        </p>
      )}
      <FormulaShown line={explanation.line} units={units} />
      <table className="w-full text-sm">
        <tbody>
          {explanation.from.map((r) => (
            <tr key={`${r.measurandId}@${r.stationId}`} className="border-b hairline">
              <th scope="row" className="py-1.5 text-left font-semibold first-letter:uppercase">
                {t(`short.${r.measurandId}`)} <span className="block text-xs font-normal quiet">{t(`station.${r.stationId}`)}</span>
              </th>
              <td className="py-1.5 text-right">{figureWithUnit(r.measurandId, r.valueSi, units)}</td>
              <td className="w-24 py-1.5 text-right quiet">
                {r.standardUncertainty === null
                  ? t('working.unknown-doubt')
                  : `± ${spanText(r.measurandId, 2 * r.standardUncertainty, units)}`}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      <p className="text-sm quiet">{t('working.doubt')}</p>
      {explanation.notes.map((note) => (
        <p key={note} className="text-sm">
          {wordsFor(`note.${note}`)}
        </p>
      ))}
    </section>
  )
}
