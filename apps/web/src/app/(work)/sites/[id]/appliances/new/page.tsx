import Link from 'next/link'
import { ApplianceForm } from '@/features/places/ApplianceForm'
import { FormPage } from '@/features/places/FormPage'
import { cardChoices, newAppliance, supplyChoices } from '@/features/places/server/choices'
import { sitePage } from '@/features/places/server/pages'
import { requireActor } from '@/server/actor'
import { foundOrNot, titled } from '@/server/page'
import { t } from '@/messages/all'

export const generateMetadata = titled('unit.new')

export default async function NewAppliancePage({ params }: { readonly params: Promise<{ id: string }> }) {
  const { id } = await params
  const actor = await requireActor(`/sites/${id}/appliances/new`)
  const page = await foundOrNot(id, (known) => sitePage(actor, known))
  const supplies = supplyChoices(page.supplies)
  return (
    <FormPage title={t('unit.new')} subtitle={page.site.name} actor={actor}>
      {supplies.length === 0 ? (
        <div className="border-y hairline py-12 text-center">
          <p className="text-lg font-semibold">{t('unit.supply-first')}</p>
          <Link href={`/sites/${page.site.id}/supplies/new`} className="btn mt-5 btn-primary">
            {t('supply.new')}
          </Link>
        </div>
      ) : (
        <ApplianceForm
          id={null}
          siteId={page.site.id}
          base={null}
          first={newAppliance(supplies[0]!.id)}
          units={page.units}
          cards={await cardChoices(actor)}
          supplies={supplies}
        />
      )}
    </FormPage>
  )
}
