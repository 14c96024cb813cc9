import { FormPage } from '@/features/places/FormPage'
import { newSupply } from '@/features/places/server/choices'
import { sitePage } from '@/features/places/server/pages'
import { SupplyForm } from '@/features/places/SupplyForm'
import { requireActor } from '@/server/actor'
import { foundOrNot, titled } from '@/server/page'
import { t } from '@/messages/all'

export const generateMetadata = titled('supply.new')

export default async function NewSupplyPage({ params }: { readonly params: Promise<{ id: string }> }) {
  const { id } = await params
  const actor = await requireActor(`/sites/${id}/supplies/new`)
  const page = await foundOrNot(id, (known) => sitePage(actor, known))
  return (
    <FormPage title={t('supply.new')} subtitle={page.site.name} actor={actor}>
      <SupplyForm id={null} siteId={page.site.id} base={null} first={newSupply(page.units)} units={page.units} />
    </FormPage>
  )
}
