import { MEASURANDS, type MeasurandId } from '@lucerna/core/measure'
import { EMIT_TABLE, judge } from '@lucerna/core/visit'
import Link from 'next/link'
import { notFound } from 'next/navigation'
import { appliancePage, type AppliancePage } from '@/features/places/queries'
import { StartVisit } from '@/features/places/StartVisit'
import { TrendChart } from '@/features/places/TrendChart'
import { openVisitOf } from '@/features/today/queries'
import { requireActor } from '@/server/actor'
import { ApiProblem } from '@/server/problem'
import { pathId } from '@/server/route'
import { dateAt, plainDate } from '@/ui/dates'
import { bandText, figure, figureWithUnit, gaugeFloor, unitText } from '@/ui/figures'
import { BeadSign, Gauge, VERDICT_TEXT } from '@/ui/Gauge'
import { Frame } from '@/ui/Frame'
import { WarningSign } from '@/ui/WarningSign'
import { t } from '@/ui/words'

export const metadata = { title: t('appliance.title') }

export default async function Page({ params }: { readonly params: Promise<{ id: string }> }) {
  const { id } = await params
  const actor = await requireActor(`/appliances/${id}`)
  const page = await Promise.resolve()
    .then(() => appliancePage(actor, pathId(id)))
    .catch((error: unknown) => {
      if (error instanceof ApiProblem) return null
      throw error
    })
  if (!page) notFound()
  const { appliance, site, card, visits, units } = page
  const current = visits.find((v) => v.status === 'open') ?? visits.find((v) => v.status === 'planned')
  const rating = card.ratings.find((r) => r.gas === page.facts.gas)
  const facts: [string, string | null][] = [
    ['maker', `${card.maker} ${card.model}${card.variant ? `, ${card.variant}` : ''}`],
    ['serial', appliance.serial],
    ['position', appliance.position],
    ['gas', `${t(`gas.${page.gas}`)}${page.meter ? ` · ${page.meter}` : ''}`],
    ['kind', `${t(`burner.${card.burnerKind}`)} · ${t(`flue.${card.flueType}`)}`],
    [
      'input',
      rating
        ? t(
            'appliance.input',
            units === 'metric'
              ? {
                  from: figureWithUnit('input.net', rating.inputMinNetW, units),
                  to: figureWithUnit('input.net', rating.inputMaxNetW, units),
                  basis: t('basis.net'),
                }
              : {
                  from: figureWithUnit('input.gross', rating.inputMinGrossW, units),
                  to: figureWithUnit('input.gross', rating.inputMaxGrossW, units),
                  basis: t('basis.gross'),
                },
          )
        : null,
    ],
    ['altitude', `${Math.round(site.altitudeM)} m`],
    ['installed', appliance.installedOn && plainDate(appliance.installedOn)],
    ['practice', page.practiceTitle],
  ]
  return (
    <Frame
      title={`${card.maker} ${appliance.name}`}
      subtitle={site.address}
      here="places"
      person={actor}
      openVisitId={await openVisitOf(actor)}
    >
      <div className="mx-auto grid max-w-6xl gap-8 p-4 lg:grid-cols-[1fr_20rem] lg:py-8">
        <div className="flex min-w-0 flex-col gap-8">
          {appliance.remark && <p className="text-lg">{appliance.remark}</p>}
          <LastValues page={page} />
          <Trends page={page} />
          <CardTable page={page} />
        </div>
        <aside className="flex flex-col gap-8">
          {current ? (
            <Link href={`/visits/${current.id}`} className="btn press text-lg btn-primary">
              {t(current.status === 'open' ? 'appliance.continue' : 'appliance.start-planned')}
            </Link>
          ) : EMIT_TABLE[actor.role]['visit.started'] !== 'no' ? (
            <StartVisit siteId={site.id} applianceId={appliance.id} />
          ) : null}
          <Link href={`/workings?appliance=${appliance.id}`} className="btn btn-outline">
            {t('calc.for-appliance-link')}
          </Link>
          <dl className="divide-y divide-(--hairline) border-y hairline text-sm">
            {facts.map(
              ([name, value]) =>
                value && (
                  <div key={name} className="grid grid-cols-[6.5rem_1fr] gap-2 py-2">
                    <dt className="quiet">{t(`appliance.fact.${name}`)}</dt>
                    <dd>{value}</dd>
                  </div>
                ),
            )}
          </dl>
          {site.hazards && (
            <p className="flex gap-2 text-warning">
              <WarningSign />
              {site.hazards}
            </p>
          )}
          <section>
            <h2 className="mb-2 font-semibold">{t('appliance.visits')}</h2>
            {visits.length === 0 && <p className="text-sm quiet">{t('appliance.no-visits')}</p>}
            <ul className="divide-y divide-(--hairline) border-y hairline">
              {visits.map((v) => (
                <li key={v.id}>
                  <Link
                    href={v.status === 'closed' ? `/visits/${v.id}/report` : `/visits/${v.id}`}
                    className="flex min-h-12 items-center justify-between gap-3 py-2 text-sm hover:bg-base-200"
                  >
                    <span>
                      {dateAt(v.closedAt ?? v.plannedFor, site.timeZone)}
                      <span className="block quiet">{v.by}</span>
                    </span>
                    <span className={v.status === 'closed' ? 'quiet' : 'font-semibold text-primary'}>
                      {v.status === 'closed' && v.outcome ? t(`outcome.${v.outcome}`) : t(`visit-status.${v.status}`)}
                    </span>
                  </Link>
                </li>
              ))}
            </ul>
          </section>
        </aside>
      </div>
    </Frame>
  )
}

const stateLabel = (page: AppliancePage, id: string) => page.card.firingStates.find((s) => s.id === id)?.label ?? id

/** The rate's name; a state that is no rate goes without saying. */
const rateLabel = (page: AppliancePage, id: string) => page.card.firingStates.find((s) => s.id === id && s.kind === 'rate')?.label

function LastValues({ page }: { readonly page: AppliancePage }) {
  const last = page.visits.find((v) => v.status === 'closed')
  const order = Object.keys(MEASURANDS)
  const values = page.values
    .filter((v) => v.visitId === last?.id && v.asLeftSi !== null)
    .sort((a, b) => order.indexOf(a.measurandId) - order.indexOf(b.measurandId))
  const primary = values.filter((v) => v.status !== 'none' || ['efficiency.net', 'efficiency.gross'].includes(v.measurandId))
  return (
    <section>
      <h2 className="mb-1 text-lg font-semibold">{t('appliance.last')}</h2>
      {!last || values.length === 0 ? (
        <p className="border-y hairline py-8 text-center quiet">{t('appliance.no-values')}</p>
      ) : (
        <>
          <p className="mb-2 text-sm quiet">
            {t('appliance.last-of', { date: dateAt(last.closedAt ?? last.plannedFor, page.site.timeZone), by: last.by ?? '' })}
          </p>
          <ul className="grid gap-x-8 sm:grid-cols-2">
            {primary.map((v) => {
              const id = v.measurandId as MeasurandId
              const band =
                v.minSi === null && v.maxSi === null
                  ? undefined
                  : {
                      ...(v.minSi !== null && { min: v.minSi }),
                      ...(v.maxSi !== null && { max: v.maxSi }),
                      hard: false,
                      source: { kind: 'card' as const, text: '' },
                    }
              const value = v.asLeftSi ?? 0
              const verdict = { ...judge(value, 0, band), status: v.status as 'inside' | 'edge' | 'outside' | 'none' }
              return (
                <li key={v.key} className="grid grid-cols-[1fr_auto] items-center gap-x-3 border-b hairline py-2">
                  <span>
                    {t(`short.${id}`)}{' '}
                    <span className="text-sm quiet">
                      {[t(`station.${v.stationId}`), rateLabel(page, v.firingStateId)].filter(Boolean).join(', ').toLowerCase()}
                    </span>
                  </span>
                  <span className="justify-self-end figure text-2xl">
                    {figure(id, value, page.units)} <span className="font-sans text-sm font-normal quiet">{unitText(id, page.units)}</span>
                  </span>
                  {band && (
                    <Gauge
                      orientation="horizontal"
                      length={200}
                      verdict={verdict}
                      band={band}
                      floor={gaugeFloor(id)}
                      asFound={v.asFoundSi !== null && v.asFoundSi !== value ? v.asFoundSi : undefined}
                      label={`${t(`measurand.${id}`)}: ${t(`verdict.${v.status === 'outside' ? (verdict.side ?? 'above') : v.status}`)}`}
                    />
                  )}
                  {v.status !== 'none' && (
                    <span className={`flex items-center gap-1.5 justify-self-end text-sm font-semibold ${VERDICT_TEXT[verdict.status]}`}>
                      <BeadSign status={verdict.status} side={verdict.side} size={14} />
                      {v.status === 'outside' ? t(`verdict.${verdict.side ?? 'above'}`) : t(`verdict.${v.status}`)}
                    </span>
                  )}
                </li>
              )
            })}
          </ul>
        </>
      )}
    </section>
  )
}

/** The figures worth a line over the years: those measured on every visit that the card has a bracket for. */
const TRENDS: readonly MeasurandId[] = ['pressure.chamberDifferential', 'co2.flue', 'o2.flue', 'pressure.working']

function Trends({ page }: { readonly page: AppliancePage }) {
  const keys = [...new Set(page.values.map((v) => v.key))]
  const shown = TRENDS.flatMap((id) => keys.filter((k) => k.startsWith(`${id}@`)))
    .flatMap((key) => {
      const values = page.values.filter((v) => v.key === key && v.asLeftSi !== null)
      return values.length >= 3 ? [{ key, values }] : []
    })
    .slice(0, 3)
  if (shown.length === 0) return null
  return (
    <section>
      <h2 className="mb-3 text-lg font-semibold">{t('appliance.trends')}</h2>
      <div className="flex flex-col gap-6">
        {shown.map(({ key, values }) => {
          const [first] = values
          const last = values.at(-1)
          if (!first || !last) return null
          const id = first.measurandId as MeasurandId
          const name = `${t(`measurand.${id}`)}, ${stateLabel(page, first.firingStateId).toLowerCase()}`
          return (
            <figure key={key}>
              <figcaption className="mb-1 text-sm">{name}</figcaption>
              <TrendChart
                measurandId={id}
                units={page.units}
                timeZone={page.site.timeZone}
                min={last.minSi ?? undefined}
                max={last.maxSi ?? undefined}
                points={values.map((v) => ({ at: v.takenAt, valueSi: v.asLeftSi ?? 0 }))}
                label={t('appliance.trend-said', {
                  name,
                  from: figureWithUnit(id, first.asLeftSi ?? 0, page.units),
                  to: figureWithUnit(id, last.asLeftSi ?? 0, page.units),
                  count: values.length,
                })}
              />
            </figure>
          )
        })}
      </div>
    </section>
  )
}

function CardTable({ page }: { readonly page: AppliancePage }) {
  const { card, facts, units } = page
  const limits = card.limits.filter((l) => l.when.length === 0 || l.when.some((c) => c.gas === undefined || c.gas === facts.gas))
  return (
    <section>
      <h2 className="text-lg font-semibold">{t('appliance.card')}</h2>
      <p className="mb-2 text-sm quiet">
        {t('appliance.card-of', { doc: card.document.number, title: card.document.title, version: card.version })}
      </p>
      <div className="overflow-x-auto">
        <table className="w-full text-left">
          <thead>
            <tr className="border-b hairline text-sm quiet">
              {['figure', 'state', 'band', 'nominal', 'page'].map((c) => (
                <th key={c} scope="col" className="py-2 pr-3 font-normal">
                  {t(`card.${c}`)}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {limits.map((l, i) => (
              <tr key={i} className="border-b hairline">
                <td className="py-2 pr-3">
                  {t(`short.${l.measurandId}`)} <span className="text-sm quiet">{t(`station.${l.stationId}`).toLowerCase()}</span>
                </td>
                <td className="py-2 pr-3">{stateLabel(page, l.firingStateId)}</td>
                <td className="py-2 pr-3 font-semibold whitespace-nowrap">
                  {bandText(l.measurandId, l, units, { upTo: t('band.up-to'), from: t('band.from') })} {unitText(l.measurandId, units)}
                </td>
                <td className="py-2 pr-3">{l.nominal !== undefined ? figure(l.measurandId, l.nominal, units) : '–'}</td>
                <td className="py-2 quiet">{l.source.page}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      <p className="mt-3 text-sm">
        <span className="quiet">{t('card.probe')}</span> {card.probe}
      </p>
      <p className="text-sm">
        <span className="quiet">{t('card.adjusters')}</span>{' '}
        {card.adjusters.map((a) => `${a.label} (${t(`adjust.clockwise.${a.clockwise}`).toLowerCase()})`).join(' · ')}
      </p>
      <p className="text-sm">
        <span className="quiet">{t('card.safeties')}</span>{' '}
        {card.safeties.map((s) => `${s.label}${s.setting ? ` ${s.setting}` : ''}`).join(' · ')}
      </p>
    </section>
  )
}
