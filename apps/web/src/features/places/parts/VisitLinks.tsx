import { Link } from '@/ui/Link'
import { dateAt } from '@/ui/dates'
import { t } from '@/messages/places'
import { wordsFor } from '@/ui/words'
import type { VisitRow } from '../server/pages'

/** Visits, newest first, each leading to its screen or its report. */
export function VisitLinks({
  visits,
  timeZone,
}: {
  readonly visits: readonly (VisitRow & { readonly applianceNames?: string })[]
  readonly timeZone: string
}) {
  return (
    <section>
      <h2 className="mb-2 font-semibold">{t('appliance.visits')}</h2>
      {visits.length === 0 && <p className="text-sm quiet">{t('appliance.no-visits')}</p>}
      <ul className="divide-y divide-(--hairline) border-y hairline empty:border-0">
        {visits.map((v) => (
          <li key={v.id}>
            <Link
              href={v.status === 'closed' ? `/visits/${v.id}/report` : `/visits/${v.id}`}
              className="flex min-h-12 items-center justify-between gap-3 py-2 text-sm hover:bg-base-200"
            >
              <span className="min-w-0">
                {dateAt(v.closedAt ?? v.plannedFor, timeZone)}
                <span className="block quiet">{[v.by ?? t('today.unassigned'), v.applianceNames].filter(Boolean).join(' · ')}</span>
              </span>
              <span className={v.status === 'closed' ? 'text-right quiet' : 'font-semibold text-primary'}>
                {v.status === 'closed' && v.outcome ? wordsFor(`outcome.${v.outcome}`) : t(`visit-status.${v.status}`)}
              </span>
            </Link>
          </li>
        ))}
      </ul>
    </section>
  )
}
