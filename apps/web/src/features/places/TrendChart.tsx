'use client'

import { type MeasurandId, MEASURANDS, shownAs } from '@lucerna/core/measure'
import { fromSi } from '@lucerna/core/units'
import type { ChartOptions } from 'chart.js'
import { useRef } from 'react'
import { Line } from '@/ui/charts'
import { dateAt } from '@/ui/dates'
import { unitText, type Units } from '@/ui/figures'
import { lineOverTime } from '@/ui/lineOverTime'
import { useChartColours } from '@/ui/useChartColours'

/** As-left values of one figure over the visits, in the card's bracket. */
export function TrendChart({
  measurandId,
  points,
  min,
  max,
  units,
  timeZone,
  label,
}: {
  readonly measurandId: MeasurandId
  readonly points: readonly { readonly at: string; readonly valueSi: number; readonly copied?: true }[]
  readonly min: number | undefined
  readonly max: number | undefined
  readonly units: Units
  readonly timeZone: string
  readonly label: string
}) {
  const holder = useRef<HTMLDivElement>(null)
  const colours = useChartColours(holder)
  const { quantity } = MEASURANDS[measurandId]
  const shown = shownAs(measurandId, units)
  const write = (si: number) => Number(fromSi(si, shown.unit, quantity).toFixed(shown.digits + 1))
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
          ].flatMap(([name, at]) =>
            typeof at === 'number'
              ? [[name, { type: 'line' as const, yMin: write(at), yMax: write(at), borderColor: colours.brass, borderWidth: 2 }]]
              : [],
          ),
        ),
      },
    },
  }
  return (
    <div ref={holder} className="h-56" role="img" aria-label={label}>
      <Line
        role="presentation"
        aria-hidden="true"
        options={options}
        data={{
          labels: points.map((p) => dateAt(p.at, timeZone).replace(/^\d+ /, '')),
          datasets: [
            {
              data: points.map((p) => write(p.valueSi)),
              borderColor: colours.bead,
              backgroundColor: colours.bead,
              // Copied from paper: a hollow point.
              pointBackgroundColor: points.map((p) => (p.copied ? 'transparent' : colours.bead)),
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
