import { Plus } from 'lucide-react'
import { Link } from '@/ui/Link'
import { ContactData } from '@/features/places/parts/ContactData'
import { dated } from '@/features/places/dated'
import { Photos } from '@/features/places/parts/Photos'
import { PlanVisit } from '@/features/places/parts/PlanVisit'
import { StartVisit } from '@/features/places/StartVisit'
import { mayStartVisits } from '@lucerna/core/visit'
import { RemoveButton, RemovedNote } from '@/features/places/parts/Removal'
import { SupplyCard } from '@/features/places/parts/SupplyCard'
import { VisitLinks } from '@/features/places/parts/VisitLinks'
import { sitePage } from '@/features/places/server/pages'
import { sendable } from '@/features/people/server/members'
import { requireActor } from '@/server/actor'
import { may } from '@/server/may'
import { foundOrNot, titled } from '@/server/page'
import { dateAt, plainDate } from '@/ui/dates'
import { Frame } from '@/features/frame/Frame'
import { quantitySaid } from '@/ui/quantityText'
import { WarningSign } from '@/ui/WarningSign'
import { t } from '@/messages/all'
import { wordsFor } from '@/ui/words'

export const generateMetadata = titled('site.title')

export default async function SitePage({ params }: { readonly params: Promise<{ id: string }> }) {
  const { id } = await params
  const actor = await requireActor(`/sites/${id}`)
  const page = await foundOrNot(id, (known) => sitePage(actor, known))
  const { site, units, appliances } = page
  const write = may(actor, 'register.write') && !site.deletedAt
  const facts: [string, string | null][] = [
    ['address', site.address],
    ['contact', [site.contact, site.contactPhone, site.contactEmail].filter(Boolean).join(' · ') || null],
    ['accessNotes', site.accessNotes],
    ['emergencyNumber', page.emergencyNumber],
    ['altitudeM', quantitySaid(site.altitudeM, 'altitude', units)],
    ['coordinates', site.latitudeDeg !== null && site.longitudeDeg !== null ? `${site.latitudeDeg}, ${site.longitudeDeg}` : null],
    ['timeZone', site.timeZone],
    ['practiceId', page.practiceTitle],
  ]
  const choices = appliances.map(({ id, name, position }) => ({ id, name, position }))
  return (
    <Frame title={site.name} subtitle={site.address} here="places" person={actor}>
      <div className="mx-auto grid max-w-6xl gap-8 p-4 lg:grid-cols-[1fr_20rem] lg:py-8">
        <div className="flex min-w-0 flex-col gap-8">
          {site.deletedAt && (
            <RemovedNote
              register="sites"
              id={site.id}
              since={dateAt(site.deletedAt, site.timeZone)}
              mayRestore={may(actor, 'register.remove')}
            />
          )}
          {site.hazards && (
            <p className="flex gap-2 text-lg text-warning">
              <WarningSign />
              {site.hazards}
            </p>
          )}
          <section>
            <div className="mb-2 flex items-center justify-between gap-3">
              <h2 className="text-lg font-semibold">{t('site.appliances')}</h2>
              {write && (
                <Link href={`/sites/${site.id}/appliances/new`} className="btn btn-outline">
                  <Plus size={18} aria-hidden="true" /> {t('unit.new')}
                </Link>
              )}
            </div>
            {appliances.length === 0 ? (
              <p className="border-y hairline py-6 text-center quiet">{t('site.no-appliances')}</p>
            ) : (
              <ul className="divide-y divide-(--hairline) border-y hairline">
                {appliances.map((a) => (
                  <li key={a.id}>
                    <Link
                      href={`/appliances/${a.id}`}
                      className="grid gap-x-6 gap-y-1 px-2 py-3 hover:bg-base-200 sm:grid-cols-[1fr_1fr_auto]"
                    >
                      <span>
                        <span className="block font-semibold">
                          {a.maker} {a.name}
                        </span>
                        <span className="block text-sm quiet">{wordsFor(`burner.${a.burnerKind}`)}</span>
                      </span>
                      <span className="text-sm">
                        {a.position}
                        <span className="block quiet">{a.serial}</span>
                      </span>
                      <span className="text-sm sm:text-right">
                        {a.nextDueOn ? (
                          t('places.due', { date: plainDate(a.nextDueOn) })
                        ) : (
                          <span className="quiet">{t('places.never')}</span>
                        )}
                        {a.lastOutside > 0 && (
                          <span className="flex items-start gap-1 text-warning sm:justify-end">
                            <WarningSign size={16} /> {t('places.outside', { count: a.lastOutside })}
                          </span>
                        )}
                      </span>
                    </Link>
                  </li>
                ))}
              </ul>
            )}
          </section>
          <section>
            <div className="mb-2 flex items-center justify-between gap-3">
              <h2 className="text-lg font-semibold">{t('site.supplies')}</h2>
              {write && (
                <Link href={`/sites/${site.id}/supplies/new`} className="btn btn-outline">
                  <Plus size={18} aria-hidden="true" /> {t('supply.new')}
                </Link>
              )}
            </div>
            {page.supplies.length === 0 && <p className="border-y hairline py-6 text-center quiet">{t('site.no-supplies')}</p>}
            {page.supplies.map((s) => (
              <SupplyCard key={s.id} supply={s} units={units} siteId={site.id} write={write} mayRemove={may(actor, 'register.remove')} />
            ))}
          </section>
          <Photos
            photos={dated(page.photos, (p) => p.createdAt, site.timeZone)}
            siteId={site.id}
            mayAdd={write}
            mayRemove={may(actor, 'register.remove')}
            mayErase={may(actor, 'personal-data.erase')}
          />
        </div>
        <aside className="flex flex-col gap-6">
          {mayStartVisits(actor.role) && appliances.length > 1 && !site.deletedAt && (
            <StartVisit siteId={site.id} appliances={choices} beside={false} />
          )}
          {may(actor, 'visit.plan') && appliances.length > 0 && !site.deletedAt && (
            <PlanVisit siteId={site.id} appliances={choices} timeZone={site.timeZone} people={await sendable(actor)} />
          )}
          <dl className="divide-y divide-(--hairline) border-y hairline text-sm">
            {facts.map(
              ([name, value]) =>
                value && (
                  <div key={name} className="grid grid-cols-[6.5rem_1fr] gap-2 py-2">
                    <dt className="quiet">{wordsFor(`site.${name}`)}</dt>
                    <dd className="min-w-0 break-words">{value}</dd>
                  </div>
                ),
            )}
          </dl>
          {site.contactErasedAt && (
            <p className="text-sm quiet">{t('contact.erased-on', { date: dateAt(site.contactErasedAt, site.timeZone) })}</p>
          )}
          <div className="flex flex-wrap gap-2">
            {write && (
              <Link href={`/sites/${site.id}/edit`} className="btn btn-outline">
                {t('form.edit')}
              </Link>
            )}
            {may(actor, 'register.remove') && !site.deletedAt && (
              <RemoveButton register="sites" id={site.id} name={site.name} then="/sites" />
            )}
          </div>
          {may(actor, 'personal-data.erase') && (site.contact ?? site.contactPhone ?? site.contactEmail) !== null && (
            <ContactData siteId={site.id} name={site.contact ?? ''} />
          )}
          <VisitLinks visits={page.visits} timeZone={site.timeZone} />
        </aside>
      </div>
    </Frame>
  )
}
