import { BURNER_KINDS } from '@lucerna/core/appliance'
import { GAS_PRESET_IDS } from '@lucerna/core/gas'
import { Plus } from 'lucide-react'
import Link from 'next/link'
import { inFirm } from '@/db/client'
import {
  APPLIANCE_STATES,
  type ApplianceRow,
  listAppliances,
  listSites,
  type Page,
  placesQuerySchema,
  type PlacesQuery,
  type SiteRow,
} from '@/features/places/server/lists'
import { PlacesFilter } from '@/features/places/PlacesFilter'
import { openVisitOf } from '@/features/today/queries'
import { requireActor } from '@/server/actor'
import { may } from '@/server/may'
import { dateAt, plainDate } from '@/ui/dates'
import { Frame } from '@/ui/Frame'
import { WarningSign } from '@/ui/WarningSign'
import { t } from '@/ui/words'

export const metadata = { title: t('nav.places') }

export default async function PlacesPage({
  searchParams,
}: {
  readonly searchParams: Promise<Record<string, string | string[] | undefined>>
}) {
  const actor = await requireActor('/places')
  const query = placesQuerySchema.parse(await searchParams)
  const today = new Date().toISOString().slice(0, 10)
  const [sites, appliances, openVisitId] = await Promise.all([
    query.show === 'sites' ? inFirm(actor, (tx) => listSites(tx, actor.firmId, query)) : null,
    query.show === 'appliances' ? inFirm(actor, (tx) => listAppliances(tx, actor.firmId, query, today)) : null,
    openVisitOf(actor),
  ])
  const empty = (sites ?? appliances)?.rows.length === 0
  const narrowed = Boolean(query.q || query.burner || query.gas || query.state || query.after)
  return (
    <Frame title={t('nav.places')} subtitle={actor.firmName} here="places" person={actor} openVisitId={openVisitId}>
      <div className="mx-auto flex max-w-5xl flex-col gap-5 p-4 lg:py-8">
        <div className="flex flex-wrap items-center justify-between gap-3">
          <div role="group" aria-label={t('places.show')} className="flex gap-1">
            {(['sites', 'appliances'] as const).map((show) => (
              <Link
                key={show}
                href={`/places?show=${show}`}
                aria-current={query.show === show ? 'page' : undefined}
                className={`btn btn-ghost ${query.show === show ? 'bg-base-300' : 'text-primary'}`}
              >
                {t(`places.${show}`)}
              </Link>
            ))}
          </div>
          {may(actor, 'register.write') && (
            <Link href="/places/new" className="btn btn-primary">
              <Plus size={18} aria-hidden="true" /> {t('places.new-site')}
            </Link>
          )}
        </div>
        <PlacesFilter
          query={query}
          burners={BURNER_KINDS.map((b) => [b, t(`burner.${b}`)])}
          gases={GAS_PRESET_IDS.map((g) => [g, t(`gas.${g}`)])}
          states={
            query.show === 'sites' ? [['removed', t('places.state.removed')]] : APPLIANCE_STATES.map((s) => [s, t(`places.state.${s}`)])
          }
        />
        {sites && sites.rows.length > 0 && <Sites page={sites} query={query} today={today} />}
        {appliances && appliances.rows.length > 0 && <Appliances page={appliances} query={query} today={today} />}
        {empty && (
          <div className="border-y hairline py-12 text-center">
            <p className="text-lg font-semibold">{t(narrowed ? 'places.nothing-found' : 'places.empty')}</p>
            <p className="mt-1 quiet">{t(narrowed ? 'places.nothing-found-how' : 'places.empty-how')}</p>
          </div>
        )}
      </div>
    </Frame>
  )
}

function Due({ on, today }: { readonly on: string | null; readonly today: string }) {
  if (!on) return <span className="quiet">{t('places.no-due')}</span>
  return on < today ? (
    <span className="inline-flex items-start gap-1 text-warning">
      <WarningSign size={16} /> {t('places.overdue', { date: plainDate(on) })}
    </span>
  ) : (
    <span>{t('places.due', { date: plainDate(on) })}</span>
  )
}

function Next({ query, next }: { readonly query: PlacesQuery; readonly next: string | null }) {
  const params = new URLSearchParams(
    Object.entries({ ...query, after: next ?? undefined }).flatMap(([k, v]): [string, string][] => (v ? [[k, v]] : [])),
  )
  const start = new URLSearchParams(params)
  start.delete('after')
  if (!next && !query.after) return null
  return (
    <nav aria-label={t('places.pages')} className="flex justify-between gap-3">
      {query.after ? (
        <Link href={`/places?${start}`} className="btn btn-outline">
          {t('places.from-start')}
        </Link>
      ) : (
        <span />
      )}
      {next && (
        <Link href={`/places?${params}`} className="btn btn-outline">
          {t('places.next-page')}
        </Link>
      )}
    </nav>
  )
}

function Sites({ page, query, today }: { readonly page: Page<SiteRow>; readonly query: PlacesQuery; readonly today: string }) {
  return (
    <>
      <ul className="divide-y divide-(--hairline) border-y hairline">
        {page.rows.map((s) => (
          <li key={s.id}>
            <Link href={`/sites/${s.id}`} className="grid gap-x-6 gap-y-1 px-2 py-4 hover:bg-base-200 sm:grid-cols-[1fr_14rem]">
              <span className="min-w-0">
                <span className="block text-lg font-semibold break-words">{s.name}</span>
                <span className="block text-sm break-words quiet">{s.address}</span>
                {s.hazards && (
                  <span className="mt-1 flex items-start gap-2 text-sm text-warning">
                    <WarningSign size={16} /> {s.hazards}
                  </span>
                )}
              </span>
              <span className="text-sm sm:text-right">
                <span className="block">{t('places.appliance-count', { count: s.appliances })}</span>
                {s.appliances > 0 && <Due on={s.nextDueOn} today={today} />}
              </span>
            </Link>
          </li>
        ))}
      </ul>
      <Next query={query} next={page.next} />
    </>
  )
}

function Appliances({ page, query, today }: { readonly page: Page<ApplianceRow>; readonly query: PlacesQuery; readonly today: string }) {
  return (
    <>
      <div className="overflow-x-auto">
        <table className="w-full text-left max-sm:block">
          <thead className="max-sm:sr-only">
            <tr className="border-b hairline text-sm quiet">
              {(['appliance', 'site', 'serial', 'due', 'last'] as const).map((c) => (
                <th key={c} scope="col" className="py-2 pr-4 font-normal">
                  {t(`places.column.${c}`)}
                </th>
              ))}
            </tr>
          </thead>
          <tbody className="max-sm:block">
            {page.rows.map((a) => (
              <tr key={a.id} className="border-b hairline hover:bg-base-200 max-sm:block max-sm:py-3">
                <td className="pr-4 align-top max-sm:block sm:py-1">
                  <Link href={`/appliances/${a.id}`} className="flex min-h-11 flex-col justify-center">
                    <span className="font-semibold">
                      {a.maker} {a.name}
                    </span>
                    <span className="text-sm quiet">
                      {t(`burner.${a.burnerKind}`)} · {t(`gas.${a.gas}`)}
                    </span>
                  </Link>
                </td>
                <td className="py-2 pr-4 align-top break-words max-sm:block max-sm:py-0">
                  {a.siteName} <span className="block text-sm quiet">{a.position}</span>
                </td>
                <td className="py-2 pr-4 align-top max-sm:block max-sm:py-0">{a.serial}</td>
                <td className="py-2 pr-4 align-top max-sm:block max-sm:py-0">
                  <Due on={a.nextDueOn} today={today} />
                </td>
                <td className="py-2 align-top text-sm max-sm:block max-sm:py-0">
                  {a.lastVisitAt && <span className="quiet sm:hidden">{t('places.column.last')} </span>}
                  {a.lastVisitAt ? dateAt(a.lastVisitAt, a.timeZone) : <span className="quiet">{t('places.never')}</span>}
                  {a.lastOutside > 0 && (
                    <span className="flex items-start gap-1 text-warning">
                      <WarningSign size={16} /> {t('places.outside', { count: a.lastOutside })}
                    </span>
                  )}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      <Next query={query} next={page.next} />
    </>
  )
}
