import { Link } from '@/ui/Link'
import { notFound, redirect } from 'next/navigation'
import { Frame } from '@/features/frame/Frame'
import { NoticeSheet } from '@/features/report/NoticeSheet'
import { PrintButton } from '@/features/report/PrintButton'
import { reportOf } from '@/features/report/queries'
import { requireActor } from '@/server/actor'
import { titled } from '@/server/page'
import { ApiProblem } from '@/server/problem'
import { pathId } from '@/server/route'
import { dialectOfUnits, writePageIn } from '@/ui/dialect'
import { t } from '@/messages/all'

export const generateMetadata = titled('report.notice.page')

/** The written notices of a visit, to print: each with its label. */
export default async function NoticesPage({ params }: { readonly params: Promise<{ id: string }> }) {
  const { id } = await params
  const actor = await requireActor(`/visits/${id}/notices`)
  const shown = await Promise.resolve()
    .then(() => reportOf(actor, pathId(id), new Date().toISOString()))
    .catch((error: unknown) => {
      if (error instanceof ApiProblem && error.status === 404) notFound()
      throw error
    })
  if (!shown) redirect(`/visits/${id}`)
  writePageIn(dialectOfUnits(shown.model.practice.units))
  const { notices, siteName } = shown.model
  return (
    <Frame
      title={t('report.notice.page')}
      subtitle={siteName}
      here="today"
      person={actor}
      right={
        <>
          <Link className="btn btn-ghost text-primary btn-sm" href={`/visits/${id}`}>
            {t('report.to-visit')}
          </Link>
          {notices.length > 0 && <PrintButton />}
        </>
      }
    >
      {notices.length === 0 && <p className="mx-auto max-w-3xl p-8 text-center quiet">{t('report.notice.none')}</p>}
      {notices.map((notice) => (
        <NoticeSheet key={notice.id} notice={notice} model={shown.model} />
      ))}
    </Frame>
  )
}
