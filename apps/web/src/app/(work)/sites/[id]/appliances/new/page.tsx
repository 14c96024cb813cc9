import { Link } from '@/ui/Link'
import { ApplianceForm } from '@/features/places/ApplianceForm'
import { FormPage } from '@/features/places/FormPage'
import { cardChoices, newAppliance, supplyChoices } from '@/features/places/server/choices'
import { sitePage } from '@/features/places/server/pages'
import { requireActor } from '@/server/actor'
import { may } from '@/server/may'
import { foundOrNot, titled } from '@/server/page'
import { t } from '@/messages/all'

export const generateMetadata = titled('unit.new')

export default async function NewAppliancePage({
  params,
  searchParams,
}: {
  readonly params: Promise<{ id: string }>
  readonly searchParams: Promise<{ card?: string | string[] }>
}) {
  const [{ id }, { card }] = await Promise.all([params, searchParams])
  const actor = await requireActor(`/sites/${id}/appliances/new`)
  const page = await foundOrNot(id, (known) => sitePage(actor, known))
  const supplies = supplyChoices(page.supplies)
  const cards = await cardChoices(actor)
  // Just made from the plate.
  const made = cards.find((c) => c.id === card)
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
          first={{ ...newAppliance(supplies[0]!.id), ...(made && { cardId: made.id, cardVersion: made.version, name: made.model }) }}
          units={page.units}
          cards={cards}
          mayMakeCard={may(actor, 'card.from-plate')}
          supplies={supplies}
        />
      )}
    </FormPage>
  )
}
