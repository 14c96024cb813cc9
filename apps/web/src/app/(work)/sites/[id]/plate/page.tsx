import { FormPage } from '@/features/places/FormPage'
import { PlateForm } from '@/features/places/PlateForm'
import { sitePage } from '@/features/places/server/pages'
import { requireActor } from '@/server/actor'
import { mustMay } from '@/server/may'
import { foundOrNot, titled } from '@/server/page'
import { t } from '@/messages/all'

export const generateMetadata = titled('plate.title')

export default async function PlatePage({ params }: { readonly params: Promise<{ id: string }> }) {
  const { id } = await params
  const actor = await requireActor(`/sites/${id}/plate`)
  mustMay(actor, 'card.from-plate')
  const page = await foundOrNot(id, (known) => sitePage(actor, known))
  return (
    <FormPage title={t('plate.title')} subtitle={page.site.name} actor={actor}>
      <PlateForm siteId={page.site.id} units={page.units} gas={page.supplies[0]?.gas ?? ''} />
    </FormPage>
  )
}
