import { FormPage } from '@/features/places/FormPage'
import { newSite, practiceChoices } from '@/features/places/server/choices'
import { SiteForm } from '@/features/places/SiteForm'
import { requireActor } from '@/server/actor'
import { t } from '@/ui/words'

export const metadata = { title: t('places.new-site') }

export default async function NewSitePage() {
  const actor = await requireActor('/places/new')
  const [first, practices] = await Promise.all([newSite(actor), practiceChoices(actor)])
  return (
    <FormPage title={t('places.new-site')} actor={actor}>
      <SiteForm id={null} base={null} first={first.fields} units={first.units} practices={practices} />
    </FormPage>
  )
}
