import { BURNER_KINDS } from '@lucerna/core/appliance'
import Link from 'next/link'
import { inFirm } from '@/db/client'
import { listDocuments } from '@/features/documents/server/documents'
import { Frame } from '@/features/frame/Frame'
import { requireActor } from '@/server/actor'
import { titled } from '@/server/page'
import { t } from '@/messages/all'

export const generateMetadata = titled('setup.title')

/** The set-up desk without a visit begins with a card. */
export default async function SetUpCardsPage() {
  const actor = await requireActor('/set-up')
  const { known } = await inFirm(actor, (tx) => listDocuments(tx, actor.firmId, 'card'))
  const kinds = BURNER_KINDS.filter((k) => known.some((c) => c.document.burnerKind === k))
  return (
    <Frame title={t('setup.title')} here="workings" person={actor}>
      <div className="mx-auto flex max-w-3xl flex-col gap-6 p-4 lg:py-8">
        <p className="quiet">{t('setup.free.what')}</p>
        {known.length === 0 && <p className="border-y hairline py-12 text-center quiet">{t('setup.free.no-cards')}</p>}
        {kinds.map((kind) => (
          <section key={kind}>
            <h2 className="mb-1 font-semibold first-letter:uppercase">{t(`burner.${kind}`)}</h2>
            <ul className="divide-y divide-(--hairline) border-y hairline">
              {known
                .filter((c) => c.document.burnerKind === kind)
                .map(({ id, document: d }) => (
                  <li key={id}>
                    <Link href={`/set-up/${id}`} className="flex min-h-11 items-center font-semibold text-primary hover:underline">
                      {[d.maker, d.model, d.variant].filter(Boolean).join(' ')}
                    </Link>
                  </li>
                ))}
            </ul>
          </section>
        ))}
      </div>
    </Frame>
  )
}
