import type { Report, ReportLine } from '@lucerna/core/report'
import type { MeasurandId } from '@lucerna/core/measure'
import { isGoodAnswer } from '@lucerna/core/procedure'
import Image from 'next/image'
import type { ReactNode } from 'react'
import { askText } from '@/ui/askText'
import { dateAt, plainDate, timeAt } from '@/ui/dates'
import { bandText, figure, spanText, unitText } from '@/ui/figures'
import { BeadSign, VERDICT_TEXT } from '@/ui/Gauge'
import { Mark } from '@/ui/Mark'
import { turnsText } from '@/ui/turns'
import { WarningSign } from '@/ui/WarningSign'
import { hasWords, t } from '@/ui/words'
import type { ShownReport } from './queries'

/** A report as drawn: every word of it comes from the frozen model, nothing is judged again. */
export function ReportSheet({ shown }: { readonly shown: ShownReport }) {
  const { model, frozen } = shown
  const at = (instant: string) => `${dateAt(instant, model.timeZone)}, ${timeAt(instant, model.timeZone)}`
  return (
    <article className="mx-auto max-w-4xl px-4 py-6 print:max-w-none print:p-0">
      <header className="flex items-start justify-between gap-6 border-b-2 border-primary pb-4">
        <div>
          <h2 className="text-2xl font-semibold">{t(`job.${model.jobKind}`)}</h2>
          <p className="text-lg">{model.siteName}</p>
          <p className="quiet">{model.siteAddress}</p>
        </div>
        <div className="text-right">
          <p className="flex items-center justify-end gap-2 font-semibold">
            <Mark size={20} />
            {model.firmName}
          </p>
          <p>
            {model.technicianName}
            {model.licenceNumber ? ` · ${t('report.licence', { number: model.licenceNumber })}` : ''}
          </p>
          <p className="quiet">
            {at(model.startedAt)} → {timeAt(model.closedAt, model.timeZone)}
          </p>
        </div>
      </header>
      {!frozen && (
        <p className="my-4 flex gap-2 font-semibold text-warning">
          <WarningSign />
          {t('report.preview')}
        </p>
      )}
      {model.continues && <p className="mt-3">{t('continue.of', { at: at(model.continues.closedAt) })}</p>}
      {model.appliances.map((a) => (
        <ApplianceReport key={a.id} appliance={a} model={model} />
      ))}
      <List
        title={t('report.defects')}
        empty={t('report.no-defects')}
        items={model.defects.map((d) => (
          <>
            <b>{t(`defect.${d.class}`)}</b>: {d.text}
            {d.appliance && ` (${d.appliance})`}
            {d.action && ` · ${d.action}`}
            {d.mended && ` · ${t('report.mended', { how: d.mended })}`}
          </>
        ))}
      />
      <List
        title={t('report.parts')}
        empty={t('report.no-parts')}
        items={model.parts.map((p) => (
          <>
            <b>{p.part}</b>
            {p.number && ` · ${p.number}`}
            {p.why && ` · ${p.why}`}
          </>
        ))}
      />
      <List
        title={t('report.loose')}
        empty={t('report.no-loose')}
        items={model.looseEnds.map((l) => (
          <span key={l.openedAt} className={l.closedAt ? '' : 'font-semibold text-error'}>
            {l.appliance && `${l.appliance}: `}
            {l.label}: {l.closedAt ? t('report.loose-closed', { time: timeAt(l.closedAt, model.timeZone) }) : t('report.loose-open')}
            {l.leakCheck && ` · ${t('loose.tight', { method: t(`leak.${l.leakCheck}`) })}`}
          </span>
        ))}
      />
      <List
        title={t('report.disturbed')}
        items={model.disturbed.map((d) => (
          <span key={d.label} className={d.refitted ? '' : 'font-semibold text-error'}>
            {d.label} ({t(`disturbed.kind.${d.kind}`)}): {d.refitted ? t(`disturbed.refit.${d.refitted}`) : t('report.loose-open')}
          </span>
        ))}
        inline
      />
      <List
        title={t('report.overrides')}
        items={model.overrides.map((o) => (
          <>
            {o.reason} <span className="quiet">({o.by})</span>
          </>
        ))}
      />
      <List
        title={t('report.breaches')}
        items={model.breaches.map((b) => (
          <>
            {t(`breach.${b.code}`)} <span className="quiet">{timeAt(b.at, model.timeZone)}</span>
          </>
        ))}
      />
      <List
        title={t('report.corrections')}
        items={model.corrections.map((c) => (
          <>
            {c.reason}{' '}
            <span className="quiet">
              ({c.by}, {timeAt(c.at, model.timeZone)})
            </span>
          </>
        ))}
      />
      <List
        title={t('report.notes')}
        items={model.notes.map((n) => (
          <>
            {n.text} <span className="quiet">({n.by})</span>
          </>
        ))}
      />
      <List
        title={t('report.instruments')}
        items={model.instruments.map((i) => (
          <>
            {i.name} {i.serial}, {t(`instrument.${i.kind}`).toLowerCase()}:{' '}
            {i.inCalibration ? (
              t('report.calibrated', { date: dateAt(i.calibrationDueAt, 'UTC') })
            ) : (
              <b className="text-error">{t('report.not-calibrated')}</b>
            )}
            {!i.inCalibration && i.allowed && `, ${t('report.allowed', i.allowed)}`}
            {i.certificate && ` · ${i.certificate}`}
          </>
        ))}
      />
      {model.photos.length > 0 && (
        <section className="mt-4">
          <h4 className="text-sm quiet">{t('report.photos')}</h4>
          <ul className="mt-1 grid grid-cols-2 gap-3 sm:grid-cols-4 print:grid-cols-4">
            {model.photos.map((p) => (
              <li key={p.id} className="keep text-sm">
                <Kept id={p.id} alt={p.caption ?? t('photos.alt')} />
                {p.caption}
              </li>
            ))}
          </ul>
        </section>
      )}
      <footer className="keep mt-6 border-t hairline pt-4 text-sm">
        {model.nextDueOn && <p className="text-base font-semibold">{t('report.next', { date: plainDate(model.nextDueOn) })}</p>}
        <p className="mt-2 flex gap-2 font-semibold">
          <WarningSign size={18} />
          {t('report.smell')}
        </p>
        <p className="mt-2 quiet">
          {t('report.basis', { practice: model.practice.title, version: model.practice.version, core: model.coreVersion })}{' '}
          {t('caution.rest')}
        </p>
        {frozen && (
          <p className="mt-2 text-xs break-all quiet">
            {t('report.frozen', { version: frozen.version, at: at(frozen.createdAt), by: frozen.by })} SHA-256 {frozen.hash}
          </p>
        )}
        <div className="mt-10 hidden grid-cols-2 gap-16 print:grid">
          <p className="border-t hairline pt-1">{t('report.sign-technician')}</p>
          <p className="border-t hairline pt-1">{t('report.sign-customer')}</p>
        </div>
        {model.signatureDrawing && (
          <figure className="mt-4 max-w-64">
            <Kept id={model.signatureDrawing} alt={t('signature.drawing')} />
            <figcaption className="border-t hairline pt-1">{t('report.sign-customer')}</figcaption>
          </figure>
        )}
      </footer>
    </article>
  )
}

/** A picture of the visit; one that was erased since leaves only its words. */
const Kept = ({ id, alt }: { readonly id: string; readonly alt: string }) => (
  <Image
    src={`/api/v1/photos/${id}?size=small`}
    alt={alt}
    width={360}
    height={270}
    unoptimized
    className="w-full bg-white object-contain"
  />
)

function ApplianceReport({ appliance: a, model }: { readonly appliance: Report['appliances'][number]; readonly model: Report }) {
  const good = a.outcome === 'in-normal-service'
  // What was measured or has a limit stands in the table; the rest of what was worked out follows, a column for each rate.
  const main = a.lines.filter((l) => !l.computed || l.because !== 'no-band')
  const rest = a.lines.filter((l) => !main.includes(l))
  const groups = [...new Set(main.map((l) => l.stationId))]
  const rate = (id: string) =>
    a.rates.find((r) => r.id === id)?.label.toLowerCase() ?? (id === 'standing' ? '' : hasWords(`state.${id}`) ? t(`state.${id}`) : id)
  const others = a.steps.filter((s) => s.status !== 'done')
  return (
    <section className="mt-5">
      <div className="flex flex-wrap items-baseline justify-between gap-x-6 gap-y-1">
        <h3 className="text-xl font-semibold">
          {a.name}{' '}
          <span className="text-base font-normal quiet">
            {a.serial} · {a.position} · {t(`gas.${a.gas}`)}
            {a.altitudeM >= 600 ? ` · ${Math.round(a.altitudeM)} m` : ''}
          </span>
        </h3>
        <p
          className={`flex items-center gap-2 text-lg font-semibold ${good ? 'text-info' : a.outcome === 'open' ? 'quiet' : 'text-error'}`}
        >
          <BeadSign status={good ? 'inside' : a.outcome === 'open' ? 'none' : 'outside'} size={18} />
          {t(`outcome.${a.outcome}`)}
        </p>
      </div>
      {a.outcomeReason && <p>{a.outcomeReason}</p>}
      <p className="text-sm quiet">{t('report.card', { doc: a.card.document, version: a.card.version })}</p>
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
                  {t(`report.column.${c}`)}
                </th>
              ))}
            </tr>
          </thead>
          {groups.map((station) => (
            <tbody key={station}>
              <tr className="break-after-avoid">
                <th scope="rowgroup" colSpan={6} className="pt-2 pb-0.5 text-left text-sm font-semibold">
                  {t(`station.${station}`)}
                </th>
              </tr>
              {main
                .filter((l) => l.stationId === station)
                .map((l) => (
                  <Line key={l.key} line={l} units={model.practice.units} rate={rate(l.firingStateId)} />
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
            {askText(o)}: {isGoodAnswer(o.id, o.answer) ? t(`answer.${o.answer}`) : <strong>{t(`answer.${o.answer}`)}</strong>}
          </>
        ))}
        inline
      />
      <List
        title={t('report.adjusted')}
        empty={t('report.not-adjusted')}
        items={a.adjustments.map((x) => (
          <>
            {x.label}: {t(`adjust.said.${x.direction}`, { n: x.unit === 'turn' ? turnsText(x.amount) : x.amount, unit: x.unit })}{' '}
            <span className="quiet">
              ({x.by}, {timeAt(x.at, model.timeZone)})
            </span>
          </>
        ))}
      />
      <List
        title={t('report.steps')}
        items={others.map((s) => (
          <>
            {s.label ?? t(`step.${s.kind}.title`, { rate: s.rate?.toLowerCase() ?? '', where: s.rate?.toLowerCase() ?? '' })}:{' '}
            {t(`sheet.${s.status}`)}
            {s.reason && ` · ${s.reason}`}
          </>
        ))}
      />
    </section>
  )
}

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

function Line({ line: l, units, rate }: { readonly line: ReportLine; readonly units: 'metric' | 'imperial'; readonly rate: string }) {
  const id = l.measurandId as MeasurandId
  const write = (v: number | null) => (v === null ? '–' : figure(id, v, units))
  const side = l.side === 'below' || l.side === 'above' ? l.side : undefined
  return (
    <tr className="keep border-b hairline">
      <td className="py-1 pr-3 first-letter:uppercase">
        {t(`short.${id}`)}{' '}
        <span className="text-sm quiet">
          {rate}
          {l.computed ? ` · ${t('report.computed')}` : ''}
        </span>
        <span className="block text-xs quiet sm:hidden">
          {[bandText(id, l, units, { upTo: t('band.up-to'), from: t('band.from') }), unitText(id, units)].filter(Boolean).join(' ')}
        </span>
      </td>
      <td className="py-1 pr-3 text-right">{write(l.asFound)}</td>
      <td className="py-1 pr-3 text-right font-semibold">
        {l.change === 'not-measured-again' ? (
          <span className="font-normal text-warning">{t('report.not-again')}</span>
        ) : l.change === 'unchanged' && l.asFound !== null ? (
          <span className="font-normal quiet">{t('report.unchanged')}</span>
        ) : (
          write(l.asLeft)
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
        {l.because === 'no-band' ? (
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

function List({
  title,
  items,
  empty,
  inline,
}: {
  readonly title: string
  readonly items: readonly ReactNode[]
  readonly empty?: string
  readonly inline?: boolean
}) {
  if (items.length === 0 && !empty) return null
  return (
    <section className="keep mt-4">
      <h4 className="text-sm quiet">{title}</h4>
      {items.length === 0 ? (
        <p>{empty}</p>
      ) : (
        <ul className={inline ? 'flex flex-wrap gap-x-6' : ''}>
          {items.map((item, i) => (
            <li key={i} className="py-0.5">
              {item}
            </li>
          ))}
        </ul>
      )}
    </section>
  )
}
