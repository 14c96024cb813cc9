'use client'

import type { JudgedReading } from '@lucerna/core/visit'
import { bandText, figureWithUnit, spanText, unitText } from '@/ui/figures'
import { BeadSign, VERDICT_TEXT } from '@/ui/Gauge'
import { t } from '@/ui/words'
import { useDesk } from './context'
import { verdictWord } from './Line'
import { becauseText } from './NeedRow'

/** The working of one computed figure: formula, your numbers in it, source, doubt, and what to know. */
export function WorkingPanel({ reading }: { readonly reading: JudgedReading }) {
  const { units, showWorking } = useDesk()
  const { working, verdict } = reading
  if (!working) return null
  const { band } = verdict
  return (
    <section aria-labelledby="working" className="flex flex-col gap-4">
      <div className="flex items-start justify-between gap-3">
        <h2 id="working" className="text-lg font-semibold">
          {t(`measurand.${reading.measurandId}`)}
        </h2>
        <button type="button" className="btn btn-ghost text-primary btn-sm" onClick={() => showWorking(null)}>
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
          {verdictWord(verdict)} <span className="font-normal quiet">{becauseText(verdict, reading.measurandId, units)}</span>
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
      <p className="rounded-md border hairline bg-base-200 px-3 py-3 font-semibold">{working.formula}</p>
      <table className="w-full text-sm">
        <tbody>
          {working.inputs.map((i) => (
            <tr key={i.symbol} className="border-b hairline">
              <th scope="row" className="py-1.5 text-left font-semibold">
                {i.symbol}
              </th>
              <td className="py-1.5 text-right">{figureWithUnit(i.measurandId, i.valueSi, units)}</td>
              <td className="w-24 py-1.5 text-right quiet">
                {i.standardUncertainty === null
                  ? t('working.unknown-doubt')
                  : `± ${spanText(i.measurandId, 2 * i.standardUncertainty, units)}`}
              </td>
            </tr>
          ))}
          {working.constants.map((c) => (
            <tr key={c.symbol} className="border-b hairline">
              <th scope="row" className="py-1.5 text-left font-semibold">
                {c.symbol}
              </th>
              <td className="py-1.5 text-right">{c.value}</td>
              <td />
            </tr>
          ))}
        </tbody>
      </table>
      <p className="text-sm quiet">
        {t('working.doubt')} {t('working.source')}: {working.source}.
      </p>
      {working.notes.map((note) => (
        <p key={note} className="text-sm">
          {t(`note.${note}`)}
        </p>
      ))}
    </section>
  )
}
