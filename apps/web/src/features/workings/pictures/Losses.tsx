'use client'

import { t } from '@/messages/calc'
import { plain } from '@/ui/terms'
import type { PictureProps } from './charts'

const PATTERN = { useful: 'bg-info', dry: 'bg-primary', water: 'bg-secondary', co: 'bg-error' } as const

/** Where the heat goes, on gross: useful, dry gas, water, unburnt CO. Parts too thin to see are still named. */
export function Losses({ answer }: PictureProps) {
  const r = answer.result as Record<'grossEfficiency' | 'dryLoss' | 'waterLoss' | 'coLoss', number>
  const parts = [
    ['useful', r.grossEfficiency],
    ['dry', r.dryLoss],
    ['water', r.waterLoss],
    ['co', r.coLoss],
  ] as const
  return (
    <figure>
      <figcaption className="mb-1 text-sm quiet">{t('calc.picture.losses')}</figcaption>
      <div
        className="flex h-9 w-full gap-px overflow-hidden rounded-sm [print-color-adjust:exact]"
        role="img"
        aria-label={parts.map(([k, v]) => `${t(`calc.picture.${k}`)} ${plain(v * 100)}%`).join(', ')}
      >
        {parts.map(([key, share]) => (share > 0 ? <div key={key} className={PATTERN[key]} style={{ width: `${share * 100}%` }} /> : null))}
      </div>
      <ul className="flex flex-wrap gap-x-5 gap-y-1 pt-2 text-sm">
        {parts.map(([key, share]) => (
          <li key={key} className="flex items-center gap-2">
            <span className={`size-3 rounded-sm [print-color-adjust:exact] ${PATTERN[key]}`} aria-hidden="true" />
            {t('calc.picture.share', { name: t(`calc.picture.${key}`), value: `${plain(share * 100)}%` })}
          </li>
        ))}
      </ul>
    </figure>
  )
}
