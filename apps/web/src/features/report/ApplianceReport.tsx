import { isTold, type Report, type ReportLine } from '@lucerna/core/report'
import type { MeasurandId } from '@lucerna/core/measure'
import Link from 'next/link'
import { specialText } from '@/ui/specialText'
import { timeAt } from '@/ui/dates'
import { figure, figureWithUnit, unitText } from '@/ui/figures'
import { BeadSign } from '@/ui/Gauge'
import { Provisional } from '@/ui/Provisional'
import { startResult } from '@/ui/startResult'
import { turnsText } from '@/ui/turns'
import { t } from '@/messages/all'
import { wordsFor } from '@/ui/words'
import { FaultsFound } from './FaultsFound'
import { Inspected } from './Inspected'
import { List } from './List'
import { rateWords, ReadingsTable, WorkedOut } from './ReadingsTable'

/** Worked out, without a limit, and telling by itself: a column for each rate. */
const isMeant = (l: ReportLine): boolean => l.computed && l.because === 'no-band'

/** What one appliance was found as and left as, and what it says. */
export function ApplianceReport({ appliance: a, model }: { readonly appliance: Report['appliances'][number]; readonly model: Report }) {
  const good = a.outcome === 'in-normal-service'
  // What has a limit or a meaning of its own; the rest is in the annex.
  const told = a.lines.filter(isTold)
  const rate = rateWords(a.rates)
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
      <ReadingsTable lines={told.filter((l) => !isMeant(l))} rates={a.rates} model={model} />
      <WorkedOut lines={told.filter(isMeant)} rates={a.rates} units={model.practice.units} />
      <p className="mt-1 text-xs quiet">{t('report.legend')}</p>
      <Inspected appliance={a} timeZone={model.timeZone} />
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

const said = (what: string, value: string): string => `${wordsFor(`complaint.${what}`)}: ${value}`
