import { FormPage } from '@/features/places/FormPage'
import { practiceChoices } from '@/features/places/server/choices'
import { sitePage } from '@/features/places/server/pages'
import { siteFields } from '@/features/places/server/registers'
import { SiteForm } from '@/features/places/SiteForm'
import { requireActor } from '@/server/actor'
import { foundOrNot, titled } from '@/server/page'
import { t } from '@/messages/all'

export const generateMetadata = titled('site.edit')

export default async function EditSitePage({ params }: { readonly params: Promise<{ id: string }> }) {
  const { id } = await params
  const actor = await requireActor(`/sites/${id}/edit`)
  const page = await foundOrNot(id, (known) => sitePage(actor, known))
  const fields = siteFields(page.site)
  return (
    <FormPage title={t('site.edit')} subtitle={page.site.name} actor={actor}>
      <SiteForm
        id={page.site.id}
        base={{ fields, version: page.site.version }}
        first={fields}
        units={page.units}
        practices={await practiceChoices(actor)}
      />
    </FormPage>
  )
}
