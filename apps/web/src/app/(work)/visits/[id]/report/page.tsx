import { Link } from '@/ui/Link'
import { notFound, redirect } from 'next/navigation'
import { mayStartVisits } from '@lucerna/core/visit'
import { ContinueVisit } from '@/features/report/ContinueVisit'
import { PrintButton } from '@/features/report/PrintButton'
import { reportOf } from '@/features/report/queries'
import { versionAsked } from '@/features/report/schemas'
import { ShareReport } from '@/features/report/ShareReport'
import { ReportSheet } from '@/features/report/ReportSheet'
import { requireActor } from '@/server/actor'
import { may } from '@/server/may'
import { ApiProblem } from '@/server/problem'
import { pathId } from '@/server/route'
import { titled } from '@/server/page'
import { dialectOfUnits, writePageIn } from '@/ui/dialect'
import { Frame } from '@/features/frame/Frame'
import { t } from '@/messages/all'

export const generateMetadata = titled('report.title')

export default async function ReportPage({
  params,
  searchParams,
}: {
  readonly params: Promise<{ id: string }>
  readonly searchParams: Promise<{ for?: string; version?: string }>
}) {
  const { id } = await params
  const query = await searchParams
  const customer = query.for === 'customer'
  const wanted = versionAsked(query)
  const actor = await requireActor(`/visits/${id}/report`)
  const shown = await Promise.resolve()
    .then(() => reportOf(actor, pathId(id), new Date().toISOString(), wanted ?? undefined))
    .catch((error: unknown) => {
      if (error instanceof ApiProblem && error.status === 404) notFound()
      throw error
    })
  if (!shown && wanted !== null) notFound()
  if (!shown) redirect(`/visits/${id}`)
  if (shown.frozen) writePageIn(dialectOfUnits(shown.model.practice.units))
  const version = wanted === null ? '' : `&version=${wanted}`
  return (
    <Frame
      title={t('report.title')}
      subtitle={shown.model.siteName}
      here="today"
      person={actor}
      right={
        <>
          <Link
            className="btn hidden btn-ghost text-primary btn-sm sm:inline-flex"
            href={`/appliances/${shown.model.appliances[0]?.id ?? ''}`}
          >
            {t('report.to-appliance')}
          </Link>
          <PrintButton />
        </>
      }
    >
      <div className="mx-auto flex max-w-4xl flex-wrap justify-end gap-x-2 gap-y-1 px-4 pt-3 print:hidden">
        <Link className="btn btn-ghost text-primary btn-sm" href={`/visits/${id}/report?${customer ? '' : 'for=customer'}${version}`}>
          {t(customer ? 'report.for-technician' : 'report.for-customer')}
        </Link>
        {(['pdf', 'slip'] as const).map((as) => (
          <a
            key={as}
            className="btn btn-ghost text-primary btn-sm"
            href={`/api/v1/visits/${id}/report-file?as=${as}&paper=${shown.model.practice.units === 'imperial' ? 'letter' : 'a4'}${customer ? '&for=customer' : ''}${version}`}
          >
            {t(`report.${as}`)}
          </a>
        ))}
        {shown.frozen && may(actor, 'report.share') && <ShareReport visitId={id} timeZone={shown.model.timeZone} />}
      </div>
      {shown.unfinished && mayStartVisits(actor.role) && <ContinueVisit {...shown.unfinished} />}
      <ReportSheet shown={shown} customer={customer} />
    </Frame>
  )
}
