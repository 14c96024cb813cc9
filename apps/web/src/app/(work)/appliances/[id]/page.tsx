import { EMIT_TABLE } from '@lucerna/core/visit'
import { GitCompareArrows } from 'lucide-react'
import Link from 'next/link'
import { CardTable } from '@/features/places/appliance/CardTable'
import { historiesOf, trendOf } from '@/features/places/appliance/histories'
import { LastValues } from '@/features/places/appliance/LastValues'
import { Normals } from '@/features/places/appliance/Normals'
import { Timeline } from '@/features/places/appliance/Timeline'
import { Trends } from '@/features/places/appliance/Trends'
import { FollowUps } from '@/features/places/parts/FollowUps'
import { Photos } from '@/features/places/parts/Photos'
import { PlanVisit } from '@/features/places/parts/PlanVisit'
import { RemoveButton, RemovedNote } from '@/features/places/parts/Removal'
import { appliancePage, type AppliancePage } from '@/features/places/server/pages'
import { StartVisit } from '@/features/places/StartVisit'
import { openVisitOf, sendable } from '@/features/today/queries'
import { requireActor } from '@/server/actor'
import { may } from '@/server/may'
import { foundOrNot } from '@/server/page'
import { dateAt, plainDate } from '@/ui/dates'
import { figureWithUnit } from '@/ui/figures'
import { Frame } from '@/ui/Frame'
import { quantitySaid } from '@/ui/quantityText'
import { WarningSign } from '@/ui/WarningSign'
import { t } from '@/ui/words'

export const metadata = { title: t('appliance.title') }

export default async function Page({ params }: { readonly params: Promise<{ id: string }> }) {
  const { id } = await params
  const actor = await requireActor(`/appliances/${id}`)
  const page = await foundOrNot(id, (known) => appliancePage(actor, known))
  const { appliance, site, card, visits, units } = page
  const gone = appliance.deletedAt !== null || site.deletedAt !== null
  const current = visits.find((v) => v.status === 'open') ?? visits.find((v) => v.status === 'planned')
  const write = may(actor, 'register.write') && !gone
  const histories = historiesOf(page)
  return (
    <Frame
      title={`${card.maker} ${appliance.name}`}
      subtitle={`${site.name}, ${site.address}`}
      here="places"
      person={actor}
      openVisitId={await openVisitOf(actor)}
    >
      <div className="mx-auto grid max-w-6xl gap-8 p-4 lg:grid-cols-[1fr_20rem] lg:py-8">
        <div className="flex min-w-0 flex-col gap-8 max-lg:order-2">
          {appliance.deletedAt && (
            <RemovedNote
              register="appliances"
              id={appliance.id}
              since={dateAt(appliance.deletedAt, site.timeZone)}
              mayRestore={may(actor, 'register.remove')}
            />
          )}
          {appliance.remark && <p className="text-lg break-words">{appliance.remark}</p>}
          <FollowUps list={page.followUps} timeZone={site.timeZone} mayClose={may(actor, 'follow-up.close')} />
          <LastValues page={page} />
          <Trends trends={histories.map((h) => trendOf(h, units))} units={units} timeZone={site.timeZone} />
          <Normals histories={histories} units={units} />
          <Timeline page={page} />
          <CardTable page={page} />
          <Photos
            photos={page.photos}
            siteId={site.id}
            applianceId={appliance.id}
            timeZone={site.timeZone}
            mayAdd={write}
            mayRemove={may(actor, 'register.remove')}
            mayErase={may(actor, 'personal-data.erase')}
          />
        </div>
        <aside className="flex flex-col gap-6">
          <div className="flex flex-col gap-2">
            {current ? (
              <Link href={`/visits/${current.id}`} className="btn press text-lg btn-primary">
                {t(current.status === 'open' ? 'appliance.continue' : 'appliance.start-planned')}
              </Link>
            ) : EMIT_TABLE[actor.role]['visit.started'] !== 'no' && !gone ? (
              <StartVisit siteId={site.id} applianceId={appliance.id} />
            ) : null}
            {may(actor, 'visit.plan') && !gone && (
              <PlanVisit siteId={site.id} applianceIds={[appliance.id]} timeZone={site.timeZone} people={await sendable(actor)} />
            )}
            {visits.filter((v) => v.status === 'closed').length >= 2 && (
              <Link href={`/appliances/${appliance.id}/compare`} className="btn btn-outline">
                <GitCompareArrows size={18} aria-hidden="true" /> {t('compare.open')}
              </Link>
            )}
            <Link href={`/workings?appliance=${appliance.id}`} className="btn btn-outline">
              {t('calc.for-appliance-link')}
            </Link>
          </div>
          {site.hazards && (
            <p className="flex gap-2 text-warning">
              <WarningSign />
              {site.hazards}
            </p>
          )}
          <Facts page={page} />
          <div className="flex flex-wrap gap-2">
            {write && (
              <Link href={`/appliances/${appliance.id}/edit`} className="btn btn-outline">
                {t('form.edit')}
              </Link>
            )}
            {may(actor, 'register.remove') && !gone && (
              <RemoveButton register="appliances" id={appliance.id} name={appliance.name} then={`/sites/${site.id}`} />
            )}
          </div>
          <Safeties page={page} />
          <Kit page={page} />
        </aside>
      </div>
    </Frame>
  )
}

function Facts({ page }: { readonly page: AppliancePage }) {
  const { appliance, site, supply, card, units } = page
  const rating = card.ratings.find((r) => r.gas === page.facts.gas)
  const span = (id: 'input.net' | 'input.gross', from: number, to: number) => ({
    from: figureWithUnit(id, from, units),
    to: figureWithUnit(id, to, units),
    basis: t(id === 'input.net' ? 'basis.net' : 'basis.gross'),
  })
  const facts: [string, string | null][] = [
    ['maker', `${card.maker} ${card.model}${card.variant ? `, ${card.variant}` : ''}`],
    ['serial', appliance.serial],
    ['position', appliance.position],
    ['gas', [t(`gas.${supply.gas}`), supply.meterSize, supply.meter].filter(Boolean).join(' · ')],
    ['kind', `${t(`burner.${card.burnerKind}`)} · ${t(`flue.${card.flueType}`)}`],
    [
      'input',
      rating
        ? t(
            'appliance.input',
            units === 'metric'
              ? span('input.net', rating.inputMinNetW, rating.inputMaxNetW)
              : span('input.gross', rating.inputMinGrossW, rating.inputMaxGrossW),
          )
        : null,
    ],
    ['altitude', quantitySaid(site.altitudeM, 'altitude', units)],
    ['installed', appliance.installedOn && plainDate(appliance.installedOn)],
    ['due', appliance.nextDueOn && plainDate(appliance.nextDueOn)],
    ['practice', page.practiceTitle],
  ]
  return (
    <dl className="divide-y divide-(--hairline) border-y hairline text-sm">
      <div className="grid grid-cols-[6.5rem_1fr] items-center gap-2 py-1">
        <dt className="quiet">{t('appliance.fact.site')}</dt>
        <dd>
          <Link href={`/sites/${site.id}`} className="inline-flex min-h-11 items-center text-primary">
            {site.name}
          </Link>
        </dd>
      </div>
      {facts.map(
        ([name, value]) =>
          value && (
            <div key={name} className="grid grid-cols-[6.5rem_1fr] gap-2 py-2">
              <dt className="quiet">{t(`appliance.fact.${name}`)}</dt>
              <dd className="min-w-0 break-words">{value}</dd>
            </div>
          ),
      )}
    </dl>
  )
}

function Safeties({ page }: { readonly page: AppliancePage }) {
  const known = page.appliance.safeties
  const rows = [
    ...known,
    ...page.card.safeties
      .filter((s) => !known.some((k) => k.id === s.id))
      .map((s) => ({ id: s.id, label: s.label, state: 'unknown' as const, setting: s.setting })),
  ]
  if (rows.length === 0) return null
  return (
    <section>
      <h2 className="mb-1 font-semibold">{t('unit.part.safeties')}</h2>
      <ul className="divide-y divide-(--hairline) border-y hairline text-sm">
        {rows.map((s) => (
          <li key={s.id} className="flex justify-between gap-3 py-2">
            <span>
              {s.label} {s.setting && <span className="quiet">{s.setting}</span>}
            </span>
            {s.state === 'absent' ? (
              <span className="flex gap-1 font-semibold text-error">
                <WarningSign size={16} /> {t('safety.absent')}
              </span>
            ) : (
              <span className={s.state === 'unknown' ? 'quiet' : ''}>{t(`safety.${s.state}`)}</span>
            )}
          </li>
        ))}
      </ul>
    </section>
  )
}

function Kit({ page }: { readonly page: AppliancePage }) {
  const { kit, serviceList } = page.card
  if (kit.length === 0 && serviceList.length === 0) return null
  return (
    <section>
      <h2 className="mb-1 font-semibold">{t('kit.title')}</h2>
      <ul className="divide-y divide-(--hairline) border-y hairline text-sm">
        {kit.map((k) => (
          <li key={k.number} className="py-2">
            {k.part} <span className="quiet">{k.number}</span>
            <span className="block quiet">{k.when}</span>
          </li>
        ))}
        {serviceList
          .filter((s) => s.renewAlways && !kit.some((k) => k.part === s.label))
          .map((s) => (
            <li key={s.id} className="py-2">
              {s.label} <span className="block quiet">{t('kit.renew-always')}</span>
            </li>
          ))}
      </ul>
    </section>
  )
}
