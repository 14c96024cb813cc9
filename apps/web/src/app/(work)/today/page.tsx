import { instrumentsNeeded } from '@lucerna/core/procedure'
import { Link } from '@/ui/Link'
import { AsOf } from '@/features/offline/AsOf'
import { Begin } from '@/features/today/Begin'
import { VisitList } from '@/features/today/DayList'
import { LeadDesk, leadDeskOf, PlannerDesk, plannerDeskOf, Warnings } from '@/features/today/desks'
import { Sample } from '@/features/today/Sample'
import { ownSignIn } from '@/features/sign-in/ownSignIn'
import { briefings, type DayVisit, instrumentsOf, visitsOfDay } from '@/features/today/server/day'
import { begunSoFar, calibrationsDue } from '@/features/today/server/waiting'
import { requireActor, unitsOf } from '@/server/actor'
import { may } from '@/server/may'
import { dateAt } from '@/ui/dates'
import { titled } from '@/server/page'
import { Frame } from '@/features/frame/Frame'
import { t } from '@/messages/all'

export const generateMetadata = titled('nav.today')

export default async function TodayPage() {
  const actor = await requireActor('/today')
  const now = new Date()
  const gasWork = actor.heldRole !== 'planner' && actor.heldRole !== 'viewer'
  // All that needs nothing else is asked at once; only what is known of the day's visits has to wait for them.
  const [visits, held, due, lead, planner, start] = await Promise.all([
    visitsOfDay(actor, now),
    gasWork ? instrumentsOf(actor) : [],
    calibrationsDue(actor, now, 30, actor.userId),
    actor.heldRole === 'lead' ? leadDeskOf(actor, now) : null,
    may(actor, 'visit.plan') && actor.heldRole !== 'technician' ? plannerDeskOf(actor, now) : null,
    actor.heldRole === 'lead' ? begunSoFar(actor) : null,
  ])
  const begun = start?.begun ?? null
  const own = begun && (await ownSignIn(actor.userId))
  const secured = own !== null && (own.secondFactor || own.passkeys.length > 0)
  const mine = visits.filter((v) => v.mine)
  const others = visits.filter((v) => !v.mine)
  const known = await briefings(
    actor,
    visits.filter((v) => v.status === 'planned').map((v) => v.id),
  )
  const zone = visits[0]?.timeZone ?? actor.timeZone
  const units = unitsOf(actor)
  const kinds = new Set(held.map((i) => i.kind))
  const list = (title: string, some: readonly DayVisit[], brief: boolean) => (
    <VisitList
      title={title}
      visits={some}
      known={known}
      units={units}
      brief={brief}
      today={now.toISOString()}
      missing={(b) => instrumentsNeeded(b.card).filter((k) => !kinds.has(k))}
    />
  )
  return (
    <Frame title={t('nav.today')} subtitle={dateAt(now.toISOString(), zone)} here="today" person={actor}>
      <div className="mx-auto flex max-w-4xl flex-col gap-8 p-4 lg:py-8">
        <AsOf at={now.toISOString()} timeZone={zone} />
        <Warnings actor={actor} now={now} instruments={due} />
        {begun && <Begin begun={begun} signIn={secured} sample={start?.sample ?? false} />}
        {start?.sample && <Sample there />}
        {mine.length > 0 && list(t('today.mine'), mine, true)}
        {mine.length === 0 && gasWork && visits.length > 0 && (
          <p className="border-y hairline py-6 text-center quiet">{t('today.none-mine')}</p>
        )}
        {lead && !begun && <LeadDesk {...lead} />}
        {planner && !begun && <PlannerDesk {...planner} />}
        {others.length > 0 && list(mine.length > 0 || gasWork ? t('today.others') : t('today.firm'), others, false)}
        {visits.length === 0 && !begun && (
          <div className="border-y hairline py-12 text-center">
            <p className="text-lg font-semibold">{t('today.empty')}</p>
            <p className="mt-1 quiet">{t(may(actor, 'visit.plan') ? 'today.empty-how' : 'today.empty-ask')}</p>
            <Link href="/sites" className="btn mt-5 btn-primary">
              {t('today.to-places')}
            </Link>
          </div>
        )}
      </div>
    </Frame>
  )
}
