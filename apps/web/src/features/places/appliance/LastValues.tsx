import type { MeasurandId } from '@lucerna/core/measure'
import { dateAt } from '@/ui/dates'
import { figure, gaugeFloor, unitText } from '@/ui/figures'
import { t } from '@/messages/places'
import type { AppliancePage } from '../server/pages'
import { inFigureOrder, isKnown, sideOf, verdictWord, whereText } from './labels'
import { type JudgedFigure, JudgedFigures } from './Left'

function judgedFigure(page: AppliancePage, v: AppliancePage['values'][number]): JudgedFigure {
  const id = v.measurandId as MeasurandId
  const value = v.asLeftSi ?? 0
  const word = verdictWord(v)
  const floor = gaugeFloor(id)
  return {
    key: v.key,
    name: t(`short.${id}`),
    where: whereText(page, v),
    text: figure(id, value, page.units),
    unit: unitText(id, page.units),
    status: v.status as JudgedFigure['status'],
    ...(v.status === 'outside' && { side: sideOf(v) }),
    word,
    ...((v.minSi !== null || v.maxSi !== null) && {
      drawn: {
        value,
        ...(v.minSi !== null && { min: v.minSi }),
        ...(v.maxSi !== null && { max: v.maxSi }),
        ...(floor !== undefined && { floor }),
        ...(v.asFoundSi !== null && v.asFoundSi !== value && { found: v.asFoundSi }),
        label: `${t(`measurand.${id}`)}: ${word}`,
      },
    }),
  }
}

/** As it was left last: every judged figure in its bracket. */
export function LastValues({ page }: { readonly page: AppliancePage }) {
  const last = page.visits.find((v) => v.status === 'closed')
  const values = inFigureOrder(page.values.filter((v) => v.visitId === last?.id && v.asLeftSi !== null && isKnown(v)))
  const primary = values.filter((v) => v.status !== 'none' || ['efficiency.net', 'efficiency.gross'].includes(v.measurandId))
  return (
    <section>
      <h2 className="mb-1 text-lg font-semibold">{t('appliance.last')}</h2>
      {!last || values.length === 0 ? (
        <p className="border-y hairline py-8 text-center quiet">{t('appliance.no-values')}</p>
      ) : (
        <>
          <p className="mb-2 text-sm quiet">
            {t('appliance.last-of', { date: dateAt(last.closedAt ?? last.plannedFor, page.site.timeZone), by: last.by ?? '' })}
          </p>
          <JudgedFigures list={primary.map((v) => judgedFigure(page, v))} />
        </>
      )}
    </section>
  )
}
