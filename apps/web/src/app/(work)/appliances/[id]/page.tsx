import { EMIT_TABLE } from '@lucerna/core/visit'
import { GitCompareArrows, StickyNote } from 'lucide-react'
import { Link } from '@/ui/Link'
import { Facts, Kit, Safeties } from '@/features/places/appliance/Aside'
import { CardTable } from '@/features/places/appliance/CardTable'
import { historiesOf, trendsOf } from '@/features/places/appliance/histories'
import { LastValues } from '@/features/places/appliance/LastValues'
import { Normals } from '@/features/places/appliance/Normals'
import { Timeline } from '@/features/places/appliance/Timeline'
import { Trends } from '@/features/places/appliance/Trends'
import { FollowUps } from '@/features/places/parts/FollowUps'
import { dated } from '@/features/places/dated'
import { Photos } from '@/features/places/parts/Photos'
import { LockoutNotes } from '@/features/lockout'
import { PlanVisit } from '@/features/places/parts/PlanVisit'
import { RemoveButton, RemovedNote } from '@/features/places/parts/Removal'
import { appliancePage } from '@/features/places/server/pages'
import { StartVisit } from '@/features/places/StartVisit'
import { sendable } from '@/features/people/server/members'
import { requireActor } from '@/server/actor'
import { may } from '@/server/may'
import { foundOrNot, titled } from '@/server/page'
import { dateAt } from '@/ui/dates'
import { Frame } from '@/features/frame/Frame'
import { WarningSign } from '@/ui/WarningSign'
import { t } from '@/messages/all'

export const generateMetadata = titled('appliance.title')

export default async function Page({ params }: { readonly params: Promise<{ id: string }> }) {
  const { id } = await params
  const actor = await requireActor(`/appliances/${id}`)
  const plans = may(actor, 'visit.plan')
  const [page, people] = await Promise.all([foundOrNot(id, (known) => appliancePage(actor, known)), plans ? sendable(actor) : []])
  const { appliance, site, card, visits, units } = page
  const gone = appliance.deletedAt !== null || site.deletedAt !== null
  const current = visits.find((v) => v.status === 'open') ?? visits.find((v) => v.status === 'planned')
  const write = may(actor, 'register.write') && !gone
  const histories = historiesOf(page)
  return (
    <Frame title={`${card.maker} ${appliance.name}`} subtitle={`${site.name}, ${site.address}`} here="places" person={actor}>
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
          <LockoutNotes notes={page.lockOuts} timeZone={site.timeZone} mayReview={may(actor, 'follow-up.close')} />
          <FollowUps list={dated(page.followUps, (f) => f.openedAt, site.timeZone)} mayClose={may(actor, 'follow-up.close')} />
          <LastValues page={page} />
          <Trends trends={trendsOf(histories, units, site.timeZone)} units={units} />
          <Normals histories={histories} units={units} />
          <Timeline page={page} mayRemove={may(actor, 'register.remove')} />
          <CardTable page={page} />
          <Photos
            photos={dated(page.photos, (p) => p.createdAt, site.timeZone)}
            siteId={site.id}
            applianceId={appliance.id}
            mayAdd={write}
            mayRemove={may(actor, 'register.remove')}
            mayErase={may(actor, 'personal-data.erase')}
          />
        </div>
        <aside className="flex flex-col gap-6">
          <div className="flex flex-col gap-2">
            {current && (
              <Link href={`/visits/${current.id}`} className="btn press text-lg btn-primary">
                {t(current.status === 'open' ? 'appliance.continue' : 'appliance.start-planned')}
              </Link>
            )}
            {EMIT_TABLE[actor.role]['visit.started'] !== 'no' && !gone && (
              <StartVisit siteId={site.id} appliances={[appliance]} beside={current !== undefined} />
            )}
            {plans && !gone && <PlanVisit siteId={site.id} appliances={[appliance]} timeZone={site.timeZone} people={people} />}
            {write && (
              <Link href={`/appliances/${appliance.id}/papers/new`} className="btn btn-outline">
                <StickyNote size={18} aria-hidden="true" /> {t('paper.title')}
              </Link>
            )}
            {visits.filter((v) => v.status === 'closed').length >= 2 && (
              <Link href={`/appliances/${appliance.id}/compare`} className="btn btn-outline">
                <GitCompareArrows size={18} aria-hidden="true" /> {t('compare.open')}
              </Link>
            )}
            {may(actor, 'label.print') && !gone && (
              <Link href={`/appliances/${appliance.id}/label`} className="btn btn-outline">
                {t('label.title')}
              </Link>
            )}
            <Link href={`/calculators?appliance=${appliance.id}`} className="btn btn-outline">
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
