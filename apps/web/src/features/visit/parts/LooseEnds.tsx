'use client'

import { t } from '@/ui/words'
import { useDesk } from './context'

/** Tags that hang from the top edge: nothing closes into normal service while one hangs. */
export function LooseEnds() {
  const { visit, goTo } = useDesk()
  const open = visit.looseEnds.filter((l) => !l.closedAt)
  if (open.length === 0) return null
  return (
    <section aria-label={t('loose.title')} className="flex items-start gap-3 overflow-x-auto px-4 pb-1">
      <h2 className="quiet shrink-0 pt-5 text-sm">{t('loose.title')}</h2>
      <ul className="flex gap-4">
        {open.map((end) => (
          <li key={end.id} className="relative shrink-0 pt-2">
            <span aria-hidden="true" className="bg-primary absolute top-0 left-1/2 h-3 w-0.5" />
            <button type="button" onClick={() => goTo('loose-ends')} className="press bg-base-200 cursor-pointer border border-primary px-5 text-sm font-semibold" style={{ clipPath: 'polygon(12px 0,calc(100% - 12px) 0,100% 12px,100% 100%,0 100%,0 12px)' }}>
              {end.label}
            </button>
          </li>
        ))}
      </ul>
    </section>
  )
}
