'use client'

import type { ChartOptions } from 'chart.js'
import { useRef } from 'react'
import { Line } from '@/ui/charts'
import { drawnAt, unitText, type Units } from '@/ui/figures'
import { lineOverTime } from '@/ui/lineOverTime'
import { useChartColours } from '@/ui/useChartColours'
import { t } from '@/messages/places'
import type { Trend } from './appliance/Trends'

/** As-left values of one figure over the visits, in the card's bracket. */
export function TrendChart({ trend, units }: { readonly trend: Trend; readonly units: Units }) {
  const { measurandId, name, from, to, points, min, max } = trend
  const holder = useRef<HTMLDivElement>(null)
  const colours = useChartColours(holder)
  const plain = lineOverTime(colours, unitText(measurandId, units))
  const options: ChartOptions<'line'> = {
    ...plain,
    plugins: {
      ...plain.plugins,
      annotation: {
        annotations: Object.fromEntries(
          [
            ['min', min],
            ['max', max],
          ].flatMap(([which, at]) =>
            typeof at === 'number'
              ? [[which, { ...level(drawnAt(measurandId, at, units)), type: 'line' as const, borderColor: colours.brass, borderWidth: 2 }]]
              : [],
          ),
        ),
      },
    },
  }
  return (
    <div ref={holder} className="h-56" role="img" aria-label={t('appliance.trend-said', { name, from, to, count: points.length })}>
      <Line
        role="presentation"
        aria-hidden="true"
        options={options}
        data={{
          labels: points.map(([month]) => month),
          datasets: [
            {
              data: points.map(([, value]) => value),
              borderColor: colours.bead,
              backgroundColor: colours.bead,
              // Copied from paper: a hollow point.
              pointBackgroundColor: points.map(([, , copied]) => (copied ? 'transparent' : colours.bead)),
              pointRadius: 5,
              borderWidth: 2,
              tension: 0,
            },
          ],
        }}
      />
    </div>
  )
}

const level = (at: number) => ({ yMin: at, yMax: at })
