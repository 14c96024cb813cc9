import type { Report, ReportLine } from '@lucerna/core/report'
import type { MeasurandId } from '@lucerna/core/measure'
import { isGoodAnswer } from '@lucerna/core/procedure'
import Link from 'next/link'
import { askText } from '@/ui/askText'
import { specialText } from '@/ui/specialText'
import { timeAt } from '@/ui/dates'
import { bandText, figure, figureWithUnit, spanText, unitText } from '@/ui/figures'
import { BeadSign, VERDICT_TEXT } from '@/ui/Gauge'
import { Provisional } from '@/ui/Provisional'
import { startResult } from '@/ui/startResult'
import { turnsText } from '@/ui/turns'
import { t } from '@/messages/all'
import { hasWords, wordsFor } from '@/ui/words'
import { FaultsFound } from './FaultsFound'
import { List } from './List'

/** What one appliance was found as and left as, and what it says. */
export function ApplianceReport({ appliance: a, model }: { readonly appliance: Report['appliances'][number]; readonly model: Report }) {
  const good = a.outcome === 'in-normal-service'
  // What was measured or has a limit stands in the table; the rest of what was worked out follows, a column for each rate.
  const main = a.lines.filter((l) => !l.computed || l.because !== 'no-band')
  const together = a.observations.filter((o) => o.together).length
  const rest = a.lines.filter((l) => !main.includes(l))
  const groups = [...new Set(main.map((l) => l.stationId))]
  const rate = (id: string) =>
    a.rates.find((r) => r.id === id)?.label.toLowerCase() ??
    (id === 'standing' ? '' : hasWords(`state.${id}`) ? wordsFor(`state.${id}`) : id)
  const others = a.steps.filter((s) => s.status !== 'done')
  return (
    <section className="mt-5">
      <div className="flex flex-wrap items-baseline justify-between gap-x-6 gap-y-1">
        <h3 className="text-xl font-semibold">
          {a.name}{' '}
          <span className="text-base font-normal quiet">
            {a.serial} · {a.position} · {wordsFor(`gas.${a.gas}`)}
            {a.altitudeM >= 600 ? ` · ${Math.round(a.altitudeM)} m` : ''}
          </span>
        </h3>
        <p
          className={`flex items-center gap-2 text-lg font-semibold ${good ? 'text-info' : a.outcome === 'open' ? 'quiet' : 'text-error'}`}
        >
          <BeadSign status={good ? 'inside' : a.outcome === 'open' ? 'none' : 'outside'} size={18} />
          {wordsFor(`outcome.${a.outcome}`)}
        </p>
      </div>
      {a.outcomeReason && <p>{a.outcomeReason}</p>}
      <p className="text-sm quiet">{t('report.card', { doc: a.card.document, version: a.card.version })}</p>
      {a.card.provisional && <Provisional why />}
      <Fault appliance={a} timeZone={model.timeZone} />
      <FaultsFound faults={a.faults} timeZone={model.timeZone} />
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
              {main
                .filter((l) => l.stationId === station)
                .map((l) => (
                  <Line key={l.key} line={l} units={model.practice.units} rate={rate(l.firingStateId)} visitId={model.visitId} />
                ))}
            </tbody>
          ))}
        </table>
      </div>
      <WorkedOut lines={rest} rates={a.rates} units={model.practice.units} />
      <p className="mt-1 text-xs quiet">{t('report.legend')}</p>
      <List
        title={t('report.observed')}
        items={a.observations.map((o) => (
          <>
            {askText(o)}:{' '}
            {o.before.length > 0 &&
              t('report.before', {
                answers: o.before.map((b) => `${answered(b)} (${timeAt(b.at, model.timeZone)})`).join(', '),
              })}{' '}
            {isGoodAnswer(o.id, o.answer) ? answered(o) : <strong>{answered(o)}</strong>}
          </>
        ))}
        inline
      />
      {together > 0 && <p className="mt-1 text-xs quiet">{t('report.together', { count: together, of: a.observations.length })}</p>}
      <List
        title={t('report.specials')}
        items={a.specials.map((s) => (
          <>
            {wordsFor(`measurand.${s.measurandId}`)}
            {s.instance && `, ${wordsFor(`instance.${s.instance}`)}`}
            {rate(s.firingStateId) && `, ${rate(s.firingStateId)}`}:{' '}
            <b>{specialText(s.measurandId as MeasurandId, s.special, model.practice.units)}</b>
            {s.status === 'outside' && <span className="text-error"> · {t(`verdict.${s.side === 'below' ? 'below' : 'above'}`)}</span>}{' '}
            <span className="quiet">
              ({s.by}, {timeAt(s.at, model.timeZone)})
            </span>
          </>
        ))}
      />
      <List
        title={t('report.runs')}
        items={a.runs.map((r) => (
          <>
            <b>{r.name}</b>
            {r.rate && `, ${r.rate.toLowerCase()}`}
            {r.consents.length > 0 &&
              ` · ${t('report.run-consents', { who: r.consents.map((c) => wordsFor(`runs.consent.${c}`)).join(', ') })}`}
            {r.rows.map((row) => (
              <span key={row.at} className="block text-sm">
                {timeAt(row.at, model.timeZone)}:{' '}
                {Object.entries(row.figures)
                  .map(
                    ([id, value]) =>
                      `${wordsFor(`short.${id}`)} ${figure(id as MeasurandId, value, model.practice.units)} ${unitText(id as MeasurandId, model.practice.units)}`,
                  )
                  .join(' · ')}
              </span>
            ))}
          </>
        ))}
      />
      <List
        title={t('report.starts')}
        items={a.starts.map((s) => (
          <>
            {timeAt(s.at, model.timeZone)} · {wordsFor(`start.gas.${s.gas}`)} · {wordsFor(startResult(s))}
            {s.tries > 1 && ` · ${t('start.row-tries', { count: s.tries })}`}
            {s.stood.map((x) => ` · ${wordsFor(`start.stood.${x.how}`)}: ${x.what}`).join('')}
            {s.configuration && ` · ${s.configuration}`}
          </>
        ))}
      />
      <List
        title={t('report.starts-traces')}
        items={a.startsSeen.map((s) => (
          <>
            {timeAt(s.at, model.timeZone)} · {s.diedAt ? t('start-seen.died', { step: wordsFor(`sequence.${s.diedAt}`) }) : t('start.lit')}{' '}
            <Link href={`/visits/${model.visitId}/traces#${s.id}`} className="text-primary underline print:hidden">
              {t('report.trace')}
            </Link>
          </>
        ))}
      />
      <List
        title={t('report.adjusted')}
        empty={t('report.not-adjusted')}
        items={a.adjustments.map((x) => (
          <>
            {x.label}
            {!x.calibration && (
              <>
                {x.rate && `, ${x.rate.toLowerCase()}`}:{' '}
                {wordsFor(`adjust.said.${x.direction}`, { n: x.unit === 'turn' ? turnsText(x.amount) : x.amount, unit: x.unit })}
              </>
            )}{' '}
            <span className="quiet">
              ({x.by}, {timeAt(x.at, model.timeZone)})
            </span>
            {x.results.map(({ measurandId, rate, before, after }) => (
              <span key={`${measurandId} ${rate}`}>
                {' · '}
                {t('report.move-result', {
                  what: [t(`short.${measurandId}`), rate?.toLowerCase()].filter(Boolean).join(', '),
                  before: before === null ? '–' : figureWithUnit(measurandId, before, model.practice.units),
                  after: after === null ? t('report.not-read-after') : figureWithUnit(measurandId, after, model.practice.units),
                })}
              </span>
            ))}
          </>
        ))}
      />
      <List
        title={t('report.steps')}
        items={others.map((s) => (
          <>
            {s.label ?? wordsFor(`step.${s.kind}.title`, { rate: s.rate?.toLowerCase() ?? '', where: s.rate?.toLowerCase() ?? '' })}:{' '}
            {wordsFor(`sheet.${s.status}`)}
            {s.reason && ` · ${s.reason}`}
          </>
        ))}
      />
    </section>
  )
}

/** What was reported, what the display showed, and what the job became. */
function Fault({ appliance: a, timeZone }: { readonly appliance: Report['appliances'][number]; readonly timeZone: string }) {
  const c = a.complaint
  return (
    <>
      <List
        title={t('report.grown')}
        items={a.grown.map((g) => (
          <>
            <b>{wordsFor(`work.${g.work}`)}</b>: {g.reason}{' '}
            <span className="quiet">
              ({g.by}, {timeAt(g.at, timeZone)})
            </span>
          </>
        ))}
      />
      {c && (
        <List
          title={t('report.complaint')}
          items={[
            ...(c.text ? [<>{c.text}</>] : []),
            ...(c.changed ? [<>{said('changed', c.changed)}</>] : []),
            <>
              {[
                c.service && said('service', wordsFor(`complaint.service.${c.service}`)),
                c.weather && said('weather', wordsFor(`complaint.weather.${c.weather}`)),
                c.often && said('often', wordsFor(`complaint.often.${c.often}`)),
                c.since && said('since', c.since),
                c.toldBy && said('told-by', c.toldBy),
              ]
                .filter(Boolean)
                .join(' · ')}
            </>,
          ]}
        />
      )}
      <List
        title={t('report.codes')}
        items={a.codes.map((x) => (
          <>
            <b>{x.code}</b> {x.meaning ?? t('report.code-unknown')}
            {x.page && ` (${t('band.page', { page: x.page })})`} <span className="quiet">{timeAt(x.at, timeZone)}</span>
          </>
        ))}
        inline
      />
    </>
  )
}

/** An answer in the card's words or ours, with where and how large. */
const answered = (o: { readonly answer: string; readonly said: string | null; readonly detail: string | null }): string =>
  [o.said ?? wordsFor(`answer.${o.answer}`), o.detail].filter(Boolean).join(': ')

const said = (what: string, value: string): string => `${wordsFor(`complaint.${what}`)}: ${value}`

/** Figures worked out that have no limit of their own: as left, else as found, a column for each rate. */
function WorkedOut({
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
  const id = l.measurandId as MeasurandId
  const write = (v: number | null) => (v === null ? '–' : figure(id, v, units))
  const side = l.side === 'below' || l.side === 'above' ? l.side : undefined
  return (
    <tr className="keep border-b hairline">
      <td className="py-1 pr-3 first-letter:uppercase">
        {t(`short.${id}`)}{' '}
        <span className="text-sm quiet">
          {[l.instance && wordsFor(`instance.${l.instance}`).toLowerCase(), rate].filter(Boolean).join(', ')}
          {l.computed ? ` · ${t('report.computed')}` : ''}
          {l.caseOpen ? ` · ${t('report.case-open')}` : ''}
        </span>
        {l.traceId && (
          <Link href={`/visits/${visitId}/traces#${l.traceId}`} className="ml-1 text-sm text-primary underline print:hidden">
            {t('report.trace')}
          </Link>
        )}
        <span className="block text-xs quiet sm:hidden">
          {[bandText(id, l, units, { upTo: t('band.up-to'), from: t('band.from') }), unitText(id, units)].filter(Boolean).join(' ')}
        </span>
      </td>
      <td className="py-1 pr-3 text-right">
        {l.firstRun && l.neverValid === null && <span className="block text-xs quiet">{t('report.first-run')}</span>}
        {l.neverValid === null ? write(l.asFound) : <span className="quiet">({write(l.neverValid)})</span>}
      </td>
      <td className="py-1 pr-3 text-right font-semibold">
        {l.neverValid !== null ? (
          <span className="font-normal text-warning">{t('report.never-valid')}</span>
        ) : l.change === 'not-measured-again' ? (
          <span className="font-normal text-warning">{t('report.not-again')}</span>
        ) : l.change === 'unchanged' && l.asFound !== null ? (
          <span className="font-normal quiet">{t('report.unchanged')}</span>
        ) : (
          write(l.asLeft)
        )}
        {l.afterWork !== null && l.neverValid === null && (
          <span className="block text-xs font-normal quiet">{t('report.after-work', { value: write(l.afterWork) })}</span>
        )}
      </td>
      <td className="py-1 pr-3 text-sm quiet max-sm:hidden">
        {unitText(id, units)}
        {l.expandedUncertainty !== null && ` ± ${spanText(id, l.expandedUncertainty, units)}`}
      </td>
      <td className="py-1 pr-3 text-sm max-sm:hidden">
        {bandText(id, l, units, { upTo: t('band.up-to'), from: t('band.from') })}
        {l.source && (
          <span className="text-xs quiet">
            {' '}
            {l.source}
            {l.page && `, ${t('band.page', { page: l.page })}`}
          </span>
        )}
      </td>
      <td className={`py-1 text-sm font-semibold ${VERDICT_TEXT[l.status]}`}>
        {l.neverValid !== null ? (
          <span className="text-xs font-normal quiet">{wordsFor(`because.${l.because}`)}</span>
        ) : l.because === 'no-band' ? (
          <span className="font-normal quiet">{t('verdict.no-band')}</span>
        ) : (
          <span className="flex items-center gap-1.5">
            <BeadSign status={l.status} side={side} size={14} />
            {l.status === 'outside' ? t(`verdict.${side ?? 'above'}`) : t(`verdict.${l.status}`)}
          </span>
        )}
      </td>
    </tr>
  )
}
