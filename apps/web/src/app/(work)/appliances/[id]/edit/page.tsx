import { inFirm } from '@/db/client'
import { ApplianceForm } from '@/features/places/ApplianceForm'
import { FormPage } from '@/features/places/FormPage'
import { cardChoices, supplyChoices } from '@/features/places/server/choices'
import { sitePage } from '@/features/places/server/pages'
import { readEntry } from '@/server/register'
import { applianceRegister } from '@/features/places/server/registers'
import { requireActor } from '@/server/actor'
import { foundOrNot, titled } from '@/server/page'
import { t } from '@/messages/all'

export const generateMetadata = titled('unit.edit')

export default async function EditAppliancePage({ params }: { readonly params: Promise<{ id: string }> }) {
  const { id } = await params
  const actor = await requireActor(`/appliances/${id}/edit`)
  const entry = await foundOrNot(id, (known) => inFirm(actor, (tx) => readEntry(tx, actor, applianceRegister, known)))
  const page = await foundOrNot(entry.siteId, (known) => sitePage(actor, known))
  return (
    <FormPage title={t('unit.edit')} subtitle={`${entry.fields.name}, ${page.site.name}`} actor={actor}>
      <ApplianceForm
        id={entry.id}
        siteId={entry.siteId}
        base={{ fields: entry.fields, version: entry.version }}
        first={entry.fields}
        units={page.units}
        cards={await cardChoices(actor, entry.fields)}
        supplies={supplyChoices(page.supplies)}
      />
    </FormPage>
  )
}
