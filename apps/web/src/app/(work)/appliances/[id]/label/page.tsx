import { inFirm } from '@/db/client'
import { LabelDesk } from '@/features/label/LabelDesk'
import { linksOf, linkUrl } from '@/features/label/links'
import { labelModel, type LabelSize } from '@/features/label/model'
import { appliancePage } from '@/features/places/server/pages'
import { requireActor } from '@/server/actor'
import { foundOrNot, titled } from '@/server/page'
import { dateAt } from '@/ui/dates'
import { Frame } from '@/features/frame/Frame'
import { t } from '@/messages/all'

export const generateMetadata = titled('label.title')

export default async function LabelPage({ params }: { readonly params: Promise<{ id: string }> }) {
  const { id } = await params
  const actor = await requireActor(`/appliances/${id}/label`)
  const page = await foundOrNot(id, (known) => appliancePage(actor, known))
  const links = await inFirm(actor, (tx) => linksOf(tx, actor.firmId, page.appliance.id))
  const model = (size: LabelSize) => labelModel(page, actor.firmName, linkUrl('-'), size)
  return (
    <Frame title={t('label.title')} subtitle={`${page.card.maker} ${page.appliance.name}`} here="places" person={actor}>
      <div className="mx-auto max-w-3xl p-4 lg:py-8">
        <LabelDesk
          applianceId={page.appliance.id}
          models={{ small: model('small'), medium: model('medium'), large: model('large') }}
          links={links.map((l) => ({
            token: l.token,
            revoked: l.revokedAt !== null,
            said: t('label.link-of', { date: dateAt(l.createdAt, page.site.timeZone), name: l.by }),
          }))}
        />
      </div>
    </Frame>
  )
}
