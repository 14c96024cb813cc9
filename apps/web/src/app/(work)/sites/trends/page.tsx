import { DRIFT_LAWS } from '@lucerna/core/drift'
import { Link } from '@/ui/Link'
import { Frame } from '@/features/frame/Frame'
import { listTrends, trendsQuerySchema } from '@/features/places/server/trends'
import { LeavingTable, UnlikeTable } from '@/features/places/TrendsTable'
import { requireActor, unitsOf } from '@/server/actor'
import { titled } from '@/server/page'
import { dayAt } from '@/ui/zoned'
import { wordsFor } from '@/ui/words'
import { t } from '@/messages/all'

export const generateMetadata = titled('trends.title')

/** Which appliances drift, when they leave their limits, and which readings are unlike before. */
export default async function TrendsPage({
  searchParams,
}: {
  readonly searchParams: Promise<Record<string, string | string[] | undefined>>
}) {
  const actor = await requireActor('/sites/trends')
  const query = trendsQuerySchema.parse(await searchParams)
  const { rows, next } = await listTrends(actor, query)
  const units = unitsOf(actor)
  const to = (more: Record<string, string | undefined>) => {
    const wished = { show: query.show, figure: query.figure, ...more }
    return `/sites/trends?${new URLSearchParams(Object.entries(wished).flatMap(([k, v]) => (v ? [[k, v]] : []))).toString()}`
  }
  return (
    <Frame title={t('trends.title')} subtitle={actor.firmName} here="places" person={actor}>
      <div className="mx-auto flex max-w-5xl flex-col gap-5 p-4 lg:py-8">
        <nav aria-label={t('trends.title')} className="flex flex-wrap gap-1">
          {(['leaving', 'unlike'] as const).map((show) => (
            <Link
              key={show}
              href={to({ show })}
              aria-current={query.show === show ? 'page' : undefined}
              className={`btn btn-ghost ${query.show === show ? 'bg-base-300' : 'text-primary'}`}
            >
              {t(`trends.${show}`)}
            </Link>
          ))}
        </nav>
        <p className="max-w-2xl quiet">{t(`trends.${query.show}-what`)}</p>
        <ul className="flex flex-wrap gap-2" aria-label={t('trends.column.figure')}>
          {[undefined, ...Object.keys(DRIFT_LAWS)].map((figure) => (
            <li key={figure ?? 'all'}>
              <Link
                href={to({ figure })}
                aria-current={query.figure === figure ? 'true' : undefined}
                className={`btn btn-sm ${query.figure === figure ? 'btn-primary' : 'btn-outline'}`}
              >
                {figure ? wordsFor(`short.${figure}`) : t('trends.all')}
              </Link>
            </li>
          ))}
        </ul>
        {rows.length === 0 ? (
          <p className="border-y hairline py-12 text-center quiet">{t(query.after ? 'trends.no-more' : `trends.none-${query.show}`)}</p>
        ) : query.show === 'leaving' ? (
          <LeavingTable rows={rows} units={units} today={dayAt(new Date(), actor.timeZone)} />
        ) : (
          <UnlikeTable rows={rows} units={units} />
        )}
        {next && (
          <Link href={to({ after: next })} className="btn self-center btn-outline">
            {t('trends.more')}
          </Link>
        )}
      </div>
    </Frame>
  )
}
