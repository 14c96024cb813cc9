'use client'

import type { MeasurandId } from '@lucerna/core/measure'
import { X } from 'lucide-react'
import { useState } from 'react'
import type { Units } from '@/ui/figures'
import { t } from '@/messages/places'
import { TrendChart } from '../TrendChart'

export interface Trend {
  readonly key: string
  readonly measurandId: MeasurandId
  readonly name: string
  /** The first and the last value, as they are said. */
  readonly from: string
  readonly to: string
  readonly min?: number
  readonly max?: number
  /** Month, value in the unit that is shown, and a mark at what was copied from paper. */
  readonly points: readonly (readonly [month: string, value: number, copied?: number])[]
  /** How many of them stand on old papers. */
  readonly copied: number
}

/** What is worth a line first, where the card has a bracket for it. */
const FIRST: readonly MeasurandId[] = [
  'pressure.chamberDifferential',
  'co2.flue',
  'o2.flue',
  'co.flue',
  'pressure.working',
  'pressure.manifold',
]
const DRAWN_AT_FIRST = 3

function firstOf(trends: readonly Trend[]): string[] {
  const bracketed = trends.filter((x) => x.min !== undefined || x.max !== undefined)
  const rank = (x: Trend) => (FIRST.includes(x.measurandId) ? FIRST.indexOf(x.measurandId) : FIRST.length)
  return [...(bracketed.length > 0 ? bracketed : trends)]
    .sort((a, b) => rank(a) - rank(b))
    .slice(0, DRAWN_AT_FIRST)
    .map((x) => x.key)
}

/** Every figure over the years, as left, in the card's bracket; another one is drawn by choosing its name. */
export function Trends({ trends, units }: { readonly trends: readonly Trend[]; readonly units: Units }) {
  const [drawn, setDrawn] = useState<readonly string[]>(() => firstOf(trends))
  if (trends.length === 0) return null
  return (
    <section>
      <div className="mb-3 flex flex-wrap items-center justify-between gap-3">
        <h2 className="text-lg font-semibold">{t('appliance.trends')}</h2>
        <select
          aria-label={t('appliance.trends-choose')}
          className="select w-full sm:w-72"
          value=""
          onChange={(e) => e.target.value && setDrawn((d) => [e.target.value, ...d.filter((k) => k !== e.target.value)])}
        >
          <option value="">{t('appliance.trends-choose')}</option>
          {trends
            .filter((x) => !drawn.includes(x.key))
            .map((x) => (
              <option key={x.key} value={x.key}>
                {x.name}
              </option>
            ))}
        </select>
      </div>
      <div className="flex flex-col gap-6">
        {drawn.flatMap((key) => {
          const x = trends.find((one) => one.key === key)
          if (!x) return []
          return [
            <figure key={key}>
              <figcaption className="mb-1 flex items-center justify-between gap-3 text-sm">
                <span>
                  {x.name}
                  {x.copied > 0 && <span className="quiet"> · {t('paper.in-trend', { count: x.copied })}</span>}
                </span>
                <button
                  type="button"
                  className="btn btn-square btn-ghost"
                  aria-label={t('appliance.trend-away', { name: x.name })}
                  onClick={() => setDrawn((d) => d.filter((k) => k !== key))}
                >
                  <X size={18} aria-hidden="true" />
                </button>
              </figcaption>
              <TrendChart trend={x} units={units} />
            </figure>,
          ]
        })}
      </div>
    </section>
  )
}
