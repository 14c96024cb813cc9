'use client'

import { t } from '@/messages/visit'
import { useDesk } from './context'

/** A luggage tag: its upper corners cut. */
const TAG = 'polygon(12px 0,calc(100% - 12px) 0,100% 12px,100% 100%,0 100%,0 12px)'

/** Tags that hang from the top edge: nothing closes into normal service while one hangs. */
export function LooseEnds() {
  const { visit, goTo, context } = useDesk()
  const open = visit.looseEnds.filter((l) => !l.closedAt)
  if (open.length === 0) return null
  return (
    <section aria-label={t('loose.title')} className="flex items-start gap-3 overflow-x-auto px-4">
      <h2 className="shrink-0 pt-4 text-sm quiet">{t('loose.title')}</h2>
      <ul className="flex gap-4">
        {open.map((end) => (
          <li key={end.id} className="relative shrink-0 pt-2">
            <span aria-hidden="true" className="absolute top-0 left-1/2 h-3 w-0.5 bg-primary" />
            <button
              type="button"
              onClick={() => goTo('loose-ends', end.applianceId ?? undefined)}
              className="block cursor-pointer bg-primary p-px text-sm font-semibold"
              style={{ clipPath: TAG }}
            >
              <span className="flex min-h-11 items-center bg-base-200 px-5" style={{ clipPath: TAG }}>
                {context.appliances.length > 1 && end.applianceId && (
                  <span className="mr-2 font-normal quiet">{context.appliances.find((a) => a.id === end.applianceId)?.name}</span>
                )}
                {end.label}
              </span>
            </button>
          </li>
        ))}
      </ul>
    </section>
  )
}
