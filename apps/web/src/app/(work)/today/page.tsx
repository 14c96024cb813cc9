import Link from 'next/link'
import { type DayVisit, openVisitOf, visitsOfDay } from '@/features/today/queries'
import { requireActor } from '@/server/actor'
import { dateAt, timeAt } from '@/ui/dates'
import { Frame } from '@/ui/Frame'
import { WarningSign } from '@/ui/WarningSign'
import { t } from '@/ui/words'

export const metadata = { title: t('nav.today') }

export default async function TodayPage() {
  const actor = await requireActor('/today')
  const now = new Date()
  const [visits, openVisitId] = await Promise.all([visitsOfDay(actor, now), openVisitOf(actor)])
  const mine = visits.filter((v) => v.mine)
  const others = visits.filter((v) => !v.mine)
  const zone = visits[0]?.timeZone ?? 'UTC'
  return (
    <Frame title={t('nav.today')} subtitle={dateAt(now.toISOString(), zone)} here="today" person={actor} openVisitId={openVisitId}>
      <div className="mx-auto flex max-w-4xl flex-col gap-8 p-4 lg:py-8">
        {actor.role !== actor.heldRole && (
          <p role="alert" className="flex gap-2 text-warning">
            <WarningSign /> {t('today.licence-lapsed', { until: actor.licenceUntil ?? '' })}
          </p>
        )}
        {mine.length > 0 && <VisitList title={t('today.mine')} visits={mine} />}
        {others.length > 0 && <VisitList title={mine.length > 0 ? t('today.others') : t('today.firm')} visits={others} />}
        {visits.length === 0 && (
          <div className="border-y hairline py-12 text-center">
            <p className="text-lg font-semibold">{t('today.empty')}</p>
            <p className="mt-1 quiet">{t('today.empty-how')}</p>
            <Link href="/places" className="btn mt-5 btn-primary">
              {t('today.to-places')}
            </Link>
          </div>
        )}
      </div>
    </Frame>
  )
}

function VisitList({ title, visits }: { readonly title: string; readonly visits: readonly DayVisit[] }) {
  return (
    <section>
      <h2 className="mb-2 text-sm quiet">{title}</h2>
      <ul className="divide-y divide-(--hairline) border-y hairline">
        {visits.map((v) => (
          <li key={v.id}>
            <Link
              href={v.status === 'closed' ? `/visits/${v.id}/report` : `/visits/${v.id}`}
              className="grid grid-cols-[4.5rem_1fr] gap-x-4 gap-y-1 px-2 py-4 hover:bg-base-200 sm:grid-cols-[5.5rem_1fr_auto]"
            >
              <span className="figure text-3xl">{timeAt(v.plannedFor, v.timeZone)}</span>
              <span className="min-w-0">
                <span className="block text-lg font-semibold">{v.siteName}</span>
                <span className="block">
                  {v.appliances} · {t(`job.${v.jobKind}`)}
                </span>
                {v.remark && <span className="block quiet">{v.remark}</span>}
                {v.unusual > 0 && v.status === 'planned' && (
                  <span className="mt-1 flex items-start gap-2 text-sm text-warning">
                    <WarningSign size={17} />
                    {t('today.unusual', { count: v.unusual })}
                  </span>
                )}
                {v.hazards && (
                  <span className="mt-1 flex items-start gap-2 text-sm text-warning">
                    <WarningSign size={17} />
                    {v.hazards}
                  </span>
                )}
                {v.accessNotes && <span className="block text-sm quiet">{v.accessNotes}</span>}
              </span>
              <span className="col-start-2 flex flex-col gap-1 sm:col-start-3 sm:items-end">
                <span className={v.status === 'open' ? 'font-semibold text-primary' : 'quiet'}>
                  {v.status === 'closed' && v.outcome ? t(`outcome.${v.outcome}`) : t(`visit-status.${v.status}`)}
                </span>
                {!v.mine && <span className="text-sm quiet">{v.assignedName ?? t('today.unassigned')}</span>}
              </span>
            </Link>
          </li>
        ))}
      </ul>
    </section>
  )
}
