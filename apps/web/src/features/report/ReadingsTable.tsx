import type { MeasurandId } from '@lucerna/core/measure'
import type { Report, ReportLine } from '@lucerna/core/report'
import { Link } from '@/ui/Link'
import { figure, spanText, unitText } from '@/ui/figures'
import { BeadSign, VERDICT_TEXT } from '@/ui/Gauge'
import { t } from '@/messages/all'
import { wordsFor } from '@/ui/words'
import { lineWords } from './lineWords'
import { rateWords } from './rateWords'

type Rates = Report['appliances'][number]['rates']

/** As found beside as left in the order of the line, with limits and verdicts. */
export function ReadingsTable({
  lines,
  rates,
  model,
}: {
  readonly lines: readonly ReportLine[]
  readonly rates: Rates
  readonly model: Report
}) {
  const groups = [...new Set(lines.map((l) => l.stationId))]
  const rate = rateWords(rates)
  if (lines.length === 0) return null
  return (
    <div className="mt-3">
      <table className="w-full border-collapse">
        <thead>
          <tr className="border-b hairline text-left text-sm quiet">
            {['figure', 'as-found', 'as-left', 'unit', 'band', 'verdict'].map((c) => (
              <th
                key={c}
                scope="col"
                className={`py-1.5 pr-3 font-normal whitespace-nowrap ${c.startsWith('as-') ? 'text-right' : ''} ${c === 'unit' || c === 'band' ? 'max-sm:hidden' : ''}`}
              >
                {wordsFor(`report.column.${c}`)}
              </th>
            ))}
          </tr>
        </thead>
        {groups.map((station) => (
          <tbody key={station}>
            <tr className="break-after-avoid">
              <th scope="rowgroup" colSpan={6} className="pt-2 pb-0.5 text-left text-sm font-semibold">
                {wordsFor(`station.${station}`)}
              </th>
            </tr>
            {lines
              .filter((l) => l.stationId === station)
              .map((l) => (
                <Line key={l.key} line={l} units={model.practice.units} rate={rate(l.firingStateId)} visitId={model.visitId} />
              ))}
          </tbody>
        ))}
      </table>
    </div>
  )
}

/** Figures worked out that have no limit of their own: as left, else as found, a column for each rate. */
export function WorkedOut({
  lines,
  rates,
  units,
}: {
  readonly lines: readonly ReportLine[]
  readonly rates: Report['appliances'][number]['rates']
  readonly units: 'metric' | 'imperial'
}) {
  const ids = [...new Set(lines.map((l) => l.measurandId))] as MeasurandId[]
  const shown = rates.filter((r) => lines.some((l) => l.firingStateId === r.id))
  if (ids.length === 0) return null
  return (
    <table className="keep mt-3 w-full border-collapse text-sm">
      <thead>
        <tr className="border-b hairline text-left quiet">
          <th scope="col" className="py-1 font-normal">
            {t('report.worked-out')}
          </th>
          {shown.map((r) => (
            <th key={r.id} scope="col" className="py-1 text-right font-normal">
              {r.label}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {ids.map((id) => (
          <tr key={id} className="border-b hairline">
            <th scope="row" className="py-0.5 text-left font-normal">
              {t(`measurand.${id}`)}
            </th>
            {shown.map((r) => {
              const l = lines.find((x) => x.measurandId === id && x.firingStateId === r.id)
              const value = l?.asLeft ?? l?.asFound
              return (
                <td key={r.id} className="py-0.5 text-right">
                  {l && value !== null && value !== undefined ? (
                    <>
                      {figure(id, value, units)}{' '}
                      <span className="quiet">
                        {unitText(id, units)}
                        {l.expandedUncertainty !== null && ` ± ${spanText(id, l.expandedUncertainty, units)}`}
                      </span>
                    </>
                  ) : (
                    '–'
                  )}
                </td>
              )
            })}
          </tr>
        ))}
      </tbody>
    </table>
  )
}

const LEFT_TONE = { plain: '', quiet: 'font-normal quiet', warn: 'font-normal text-warning' }

function Line({
  line: l,
  units,
  rate,
  visitId,
}: {
  readonly line: ReportLine
  readonly units: 'metric' | 'imperial'
  readonly rate: string
  readonly visitId: string
}) {
  const w = lineWords(l, units, rate)
  return (
    <tr className="keep border-b hairline">
      <td className="py-1 pr-3 first-letter:uppercase">
        {w.what} <span className="text-sm quiet">{w.where}</span>
        {l.traceId && (
          <Link href={`/visits/${visitId}/traces#${l.traceId}`} className="ml-1 text-sm text-primary underline print:hidden">
            {t('report.trace')}
          </Link>
        )}
        <span className="block text-xs quiet sm:hidden">{[w.band, w.unit.split(' ± ')[0]].filter(Boolean).join(' ')}</span>
      </td>
      <td className="py-1 pr-3 text-right">
        {w.foundNote && <span className="block text-xs quiet">{w.foundNote}</span>}
        {l.neverValid === null ? w.found : <span className="quiet">{w.found}</span>}
      </td>
      <td className="py-1 pr-3 text-right font-semibold">
        <span className={LEFT_TONE[w.leftTone]}>{w.left}</span>
        {w.leftNote && <span className="block text-xs font-normal quiet">{w.leftNote}</span>}
      </td>
      <td className="py-1 pr-3 text-sm quiet max-sm:hidden">{w.unit}</td>
      <td className="py-1 pr-3 text-sm max-sm:hidden">
        {w.band} {w.source && <span className="text-xs quiet">{w.source}</span>}
      </td>
      <td className={`py-1 text-sm font-semibold ${VERDICT_TEXT[l.status]}`}>
        {w.judged ? (
          <span className="flex items-center gap-1.5 whitespace-nowrap">
            <BeadSign status={w.status} side={w.side} size={14} />
            {w.verdict}
          </span>
        ) : (
          <span className="text-xs font-normal quiet">{w.verdict}</span>
        )}
      </td>
    </tr>
  )
}
