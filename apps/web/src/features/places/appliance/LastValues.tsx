import type { MeasurandId } from '@lucerna/core/measure'
import { judge } from '@lucerna/core/visit'
import { dateAt } from '@/ui/dates'
import { figure, gaugeFloor, unitText } from '@/ui/figures'
import { BeadSign, Gauge, VERDICT_TEXT } from '@/ui/Gauge'
import { t } from '@/messages/places'
import { wordsFor } from '@/ui/words'
import type { AppliancePage } from '../server/pages'
import { inFigureOrder, isKnown, whereText } from './labels'

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
          <ul className="grid gap-x-8 sm:grid-cols-2">
            {primary.map((v) => {
              const id = v.measurandId as MeasurandId
              const band =
                v.minSi === null && v.maxSi === null
                  ? undefined
                  : {
                      ...(v.minSi !== null && { min: v.minSi }),
                      ...(v.maxSi !== null && { max: v.maxSi }),
                      hard: false,
                      source: { kind: 'card' as const, text: '' },
                    }
              const value = v.asLeftSi ?? 0
              const verdict = { ...judge(value, 0, band), status: v.status as 'inside' | 'edge' | 'outside' | 'none' }
              return (
                <li key={v.key} className="grid grid-cols-[1fr_auto] items-center gap-x-3 border-b hairline py-2">
                  <span>
                    {t(`short.${id}`)} <span className="text-sm quiet">{whereText(page, v)}</span>
                  </span>
                  <span className="justify-self-end figure text-2xl">
                    {figure(id, value, page.units)} <span className="font-sans text-sm font-normal quiet">{unitText(id, page.units)}</span>
                  </span>
                  {band && (
                    <Gauge
                      orientation="horizontal"
                      length={200}
                      verdict={verdict}
                      band={band}
                      floor={gaugeFloor(id)}
                      asFound={v.asFoundSi !== null && v.asFoundSi !== value ? v.asFoundSi : undefined}
                      label={`${t(`measurand.${id}`)}: ${wordsFor(`verdict.${v.status === 'outside' ? (verdict.side ?? 'above') : v.status}`)}`}
                    />
                  )}
                  {v.status !== 'none' && (
                    <span className={`flex items-center gap-1.5 justify-self-end text-sm font-semibold ${VERDICT_TEXT[verdict.status]}`}>
                      <BeadSign status={verdict.status} side={verdict.side} size={14} />
                      {v.status === 'outside' ? t(`verdict.${verdict.side ?? 'above'}`) : wordsFor(`verdict.${v.status}`)}
                    </span>
                  )}
                </li>
              )
            })}
          </ul>
        </>
      )}
    </section>
  )
}
