import { inFirm } from '@/db/client'
import { FormPage } from '@/features/places/FormPage'
import { sitePage } from '@/features/places/server/pages'
import { readEntry } from '@/server/register'
import { supplyRegister } from '@/features/places/server/registers'
import { SupplyForm } from '@/features/places/SupplyForm'
import { requireActor } from '@/server/actor'
import { foundOrNot, titled } from '@/server/page'
import { t } from '@/messages/all'

export const generateMetadata = titled('supply.edit')

export default async function EditSupplyPage({ params }: { readonly params: Promise<{ id: string }> }) {
  const { id } = await params
  const actor = await requireActor(`/supplies/${id}/edit`)
  const entry = await foundOrNot(id, (known) => inFirm(actor, (tx) => readEntry(tx, actor, supplyRegister, known)))
  const page = await foundOrNot(entry.siteId, (known) => sitePage(actor, known))
  return (
    <FormPage title={t('supply.edit')} subtitle={page.site.name} actor={actor}>
      <SupplyForm
        id={entry.id}
        siteId={entry.siteId}
        base={{ fields: entry.fields, version: entry.version }}
        first={entry.fields}
        units={page.units}
      />
    </FormPage>
  )
}
