import { BURNER_KINDS } from '@lucerna/core/appliance'
import { GAS_PRESET_IDS } from '@lucerna/core/gas'
import { Plus } from 'lucide-react'
import { Link } from '@/ui/Link'
import { readFirm } from '@/db/client'
import { Appliances, Sites } from '@/features/places/PlacesLists'
import { APPLIANCE_STATES, listAppliances, listSites, placesQuerySchema } from '@/features/places/server/lists'
import { PlacesFilter } from '@/features/places/PlacesFilter'
import { requireActor } from '@/server/actor'
import { may } from '@/server/may'
import { titled } from '@/server/page'
import { Frame } from '@/features/frame/Frame'
import { t } from '@/messages/all'

export const generateMetadata = titled('nav.places')

export default async function PlacesPage({
  searchParams,
}: {
  readonly searchParams: Promise<Record<string, string | string[] | undefined>>
}) {
  const actor = await requireActor('/sites')
  const query = placesQuerySchema.parse(await searchParams)
  const now = new Date().toISOString()
  const [sites, appliances] = await Promise.all([
    query.show === 'sites' ? readFirm(actor, (tx) => listSites(tx, actor.firmId, query)) : null,
    query.show === 'appliances' ? readFirm(actor, (tx) => listAppliances(tx, actor.firmId, query, now)) : null,
  ])
  const empty = (sites ?? appliances)?.rows.length === 0
  const narrowed = Boolean(query.q || query.burner || query.gas || query.state || query.after)
  return (
    <Frame title={t('nav.places')} subtitle={actor.firmName} here="places" person={actor}>
      <div className="mx-auto flex max-w-5xl flex-col gap-5 p-4 lg:py-8">
        <div className="flex flex-wrap items-center justify-between gap-3">
          <div role="group" aria-label={t('places.show')} className="flex gap-1">
            {(['sites', 'appliances'] as const).map((show) => (
              <Link
                key={show}
                href={`/sites?show=${show}`}
                aria-current={query.show === show ? 'page' : undefined}
                className={`btn btn-ghost ${query.show === show ? 'bg-base-300' : 'text-primary'}`}
              >
                {t(`places.${show}`)}
              </Link>
            ))}
            <Link href="/sites/trends" className="btn btn-ghost text-primary">
              {t('trends.title')}
            </Link>
          </div>
          {may(actor, 'register.write') && (
            <Link href="/sites/new" className="btn btn-primary">
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
        {sites && sites.rows.length > 0 && <Sites page={sites} query={query} now={now} />}
        {appliances && appliances.rows.length > 0 && <Appliances page={appliances} query={query} now={now} />}
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
