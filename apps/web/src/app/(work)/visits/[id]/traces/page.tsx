import { Link } from '@/ui/Link'
import { notFound, redirect } from 'next/navigation'
import { PrintButton } from '@/features/report/PrintButton'
import { tracesOf } from '@/features/report/queries'
import { TracesSheet } from '@/features/report/TracesSheet'
import { requireActor } from '@/server/actor'
import { ApiProblem } from '@/server/problem'
import { pathId } from '@/server/route'
import { titled } from '@/server/page'
import { Frame } from '@/features/frame/Frame'
import { t } from '@/messages/all'

export const generateMetadata = titled('traces.title')

export default async function TracesPage({ params }: { readonly params: Promise<{ id: string }> }) {
  const { id } = await params
  const actor = await requireActor(`/visits/${id}/traces`)
  const shown = await Promise.resolve()
    .then(() => tracesOf(actor, pathId(id)))
    .catch((error: unknown) => {
      if (error instanceof ApiProblem && error.status === 404) notFound()
      throw error
    })
  if (!shown) redirect(`/visits/${id}`)
  return (
    <Frame
      title={t('traces.title')}
      subtitle={shown.siteName}
      here="today"
      person={actor}
      right={
        <>
          <Link className="btn hidden btn-ghost text-primary btn-sm sm:inline-flex" href={`/visits/${id}/report`}>
            {t('traces.to-report')}
          </Link>
          <PrintButton />
        </>
      }
    >
      <TracesSheet shown={shown} />
    </Frame>
  )
}
