import { FormPage } from '@/features/places/FormPage'
import { newSite, practiceChoices } from '@/features/places/server/choices'
import { SiteForm } from '@/features/places/SiteForm'
import { requireActor } from '@/server/actor'
import { titled } from '@/server/page'
import { t } from '@/messages/all'

export const generateMetadata = titled('places.new-site')

export default async function NewSitePage() {
  const actor = await requireActor('/sites/new')
  const [first, practices] = await Promise.all([newSite(actor), practiceChoices(actor)])
  return (
    <FormPage title={t('places.new-site')} actor={actor}>
      <SiteForm id={null} base={null} first={first.fields} units={first.units} practices={practices} />
    </FormPage>
  )
}
