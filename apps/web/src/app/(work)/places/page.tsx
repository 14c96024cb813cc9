import Link from 'next/link'
import { listPlaces } from '@/features/places/queries'
import { openVisitOf } from '@/features/today/queries'
import { requireActor } from '@/server/actor'
import { dateAt } from '@/ui/dates'
import { Frame } from '@/ui/Frame'
import { t } from '@/ui/words'

export const metadata = { title: t('nav.places') }

export default async function PlacesPage() {
  const actor = await requireActor('/places')
  const [places, openVisitId] = await Promise.all([listPlaces(actor), openVisitOf(actor)])
  return (
    <Frame title={t('nav.places')} subtitle={actor.firmName} here="places" person={actor} openVisitId={openVisitId}>
      <div className="mx-auto max-w-4xl p-4 lg:py-8">
        {places.length === 0 && <p className="border-y hairline py-12 text-center quiet">{t('places.empty')}</p>}
        <ul className="divide-y divide-(--hairline) border-y hairline">
          {places.map((p) => (
            <li key={p.id}>
              <Link href={`/appliances/${p.id}`} className="grid gap-x-6 gap-y-1 px-2 py-4 hover:bg-base-200 sm:grid-cols-[1fr_1fr_11rem]">
                <span>
                  <span className="block text-lg font-semibold">{p.siteName}</span>
                  <span className="block text-sm quiet">{p.address}</span>
                </span>
                <span>
                  <span className="block">
                    {p.maker} {p.name}
                  </span>
                  <span className="block text-sm quiet">
                    {t(`gas.${p.gas}`)} · {p.position}
                  </span>
                </span>
                <span className="text-sm quiet sm:text-right">
                  {p.lastVisitAt ? t('places.last', { date: dateAt(p.lastVisitAt, p.timeZone) }) : t('places.never')}
                </span>
              </Link>
            </li>
          ))}
        </ul>
      </div>
    </Frame>
  )
}
