import { ratesOf } from '@lucerna/core/appliance'
import { MEASURANDS } from '@lucerna/core/measure'
import { FormPage } from '@/features/places/FormPage'
import { figureName } from '@/features/places/appliance/labels'
import { PaperForm, type PaperFigure } from '@/features/places/PaperForm'
import { appliancePage } from '@/features/places/server/pages'
import { requireActor } from '@/server/actor'
import { mustMay } from '@/server/may'
import { foundOrNot, titled } from '@/server/page'
import { t } from '@/messages/all'

export const generateMetadata = titled('paper.title')

/** What stickers usually say, at every rate. */
const USUAL = ['o2.flue', 'co2.flue', 'co.flue', 'temperature.flue'] as const

export default async function NewPaperPage({ params }: { readonly params: Promise<{ id: string }> }) {
  const { id } = await params
  const actor = await requireActor(`/appliances/${id}/papers/new`)
  mustMay(actor, 'register.write')
  const page = await foundOrNot(id, (known) => appliancePage(actor, known))
  const top = ratesOf(page.card)[0]
  const places: Omit<PaperFigure, 'label'>[] = [
    ...ratesOf(page.card).flatMap((s) => USUAL.map((measurandId) => ({ measurandId, stationId: 'flue' as const, firingStateId: s.id }))),
    { measurandId: 'pressure.standing', stationId: 'inlet', firingStateId: 'standing' },
    ...(top ? [{ measurandId: 'pressure.working' as const, stationId: 'inlet' as const, firingStateId: top.id }] : []),
    ...(top ? [{ measurandId: 'pressure.manifold' as const, stationId: 'burner' as const, firingStateId: top.id }] : []),
    ...page.card.limits.filter((l) => MEASURANDS[l.measurandId].origin === 'measured'),
  ]
  const figures = new Map(
    places.map(({ measurandId, stationId, firingStateId }) => {
      const figure = { measurandId, stationId, firingStateId }
      return [`${measurandId}@${stationId}/${firingStateId}`, { ...figure, label: figureName(page, figure) }]
    }),
  )
  return (
    <FormPage title={t('paper.title')} subtitle={`${page.appliance.name}, ${page.site.name}`} actor={actor}>
      <PaperForm applianceId={page.appliance.id} siteId={page.site.id} units={page.units} figures={[...figures.values()]} />
    </FormPage>
  )
}
