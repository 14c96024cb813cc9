import { Link } from '@/ui/Link'
import { inFirm } from '@/db/client'
import { ImportDocument } from '@/features/documents/parts/ImportDocument'
import { listDocuments, practiceUses } from '@/features/documents/server/documents'
import { requireActor } from '@/server/actor'
import { may } from '@/server/may'
import { plainDate } from '@/ui/dates'
import { titled } from '@/server/page'
import { Frame } from '@/features/frame/Frame'
import { t } from '@/messages/all'

export const generateMetadata = titled('nav.practices')

export default async function PracticesPage() {
  const actor = await requireActor('/profiles')
  const { list, uses } = await inFirm(actor, async (tx) => {
    const list = await listDocuments(tx, actor.firmId, 'practice')
    const uses = new Map<string, Awaited<ReturnType<typeof practiceUses>>>()
    for (const p of list.known) uses.set(p.id, await practiceUses(tx, actor.firmId, p.id))
    return { list, uses }
  })
  return (
    <Frame title={t('nav.practices')} subtitle={actor.firmName} here="more" person={actor}>
      <div className="mx-auto flex max-w-4xl flex-col gap-6 p-4 lg:py-8">
        <div className="flex flex-wrap items-center gap-4">
          <p className="mr-auto max-w-2xl quiet">{t('practices.lead')}</p>
          {may(actor, 'document.write') && <ImportDocument kind="practice" known={list.known.map((p) => p.id)} />}
        </div>
        <ul className="divide-y divide-(--hairline) border-y hairline">
          {list.known.map(({ id, version, document: d, draft }) => {
            const use = uses.get(id)
            return (
              <li key={id}>
                <Link href={`/profiles/${id}`} className="grid min-h-14 gap-x-6 px-2 py-2 hover:bg-base-200 sm:grid-cols-[1fr_auto]">
                  <span>
                    <span className="block font-semibold text-primary">{String(d.title)}</span>
                    <span className="text-sm quiet">
                      {[use?.firm && t('practices.firm'), use && use.sites > 0 && t('practices.sites', { count: use.sites })]
                        .filter(Boolean)
                        .join(' · ') || t('practices.unused')}
                    </span>
                  </span>
                  <span className="text-sm sm:text-right">
                    {t('doc.version', { version })}
                    {draft && ` · ${t('doc.draft').toLowerCase()}`}
                    <span className="block quiet">{plainDate(String(d.dated))}</span>
                  </span>
                </Link>
              </li>
            )
          })}
          {list.begun.map((d) => (
            <li key={d.id}>
              <Link href={`/profiles/${d.id}/edit`} className="grid min-h-14 gap-x-6 px-2 py-2 hover:bg-base-200 sm:grid-cols-[1fr_auto]">
                <span className="font-semibold text-primary">{typeof d.data.title === 'string' && d.data.title ? d.data.title : d.id}</span>
                <span className="text-sm quiet">{t('cards.begun')}</span>
              </Link>
            </li>
          ))}
        </ul>
      </div>
    </Frame>
  )
}
