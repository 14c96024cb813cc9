'use client'

import { withHoles } from '@lucerna/core/live'
import { type MeasurandId, MEASURANDS, type Sample, shownAs } from '@lucerna/core/measure'
import { fromSi } from '@lucerna/core/units'
import type { ChartDataset, ChartOptions } from 'chart.js'
import { useRef } from 'react'
import { Scatter } from './charts'
import { unitText, type Units } from './figures'
import { useChartColours } from './useChartColours'

/** One channel on the common time line; times are s from the chart's own zero. */
export interface ChartLane {
  readonly label: string
  /** What it is shown as: its unit and digits. */
  readonly measurandId: MeasurandId
  readonly samples: readonly Sample[]
  /** The same of another time, in broken lines. */
  readonly beside?: readonly Sample[] | undefined
}

/** Several channels over one time, a lane for each, the first on top; numbered marks where something happened. */
export function LanesChart({
  lanes,
  marks = [],
  xTitle,
  xText,
  units,
  label,
}: {
  readonly lanes: readonly ChartLane[]
  readonly marks?: readonly { readonly s: number; readonly n: number }[]
  readonly xTitle?: string
  /** How a time is written; seconds if not said. */
  readonly xText?: (s: number) => string
  readonly units: Units
  readonly label: string
}) {
  const holder = useRef<HTMLDivElement>(null)
  const colours = useChartColours(holder)
  const font = { family: colours.font, size: 12 }
  const points = (id: MeasurandId, samples: readonly Sample[]) =>
    withHoles(samples).map((p) => ({ x: p.s, y: fromSi(p.value, shownAs(id, units).unit, MEASURANDS[id].quantity) }))
  const all = lanes.flatMap((l) => l.samples.map((p) => p.s))
  const line = { showLine: true, pointRadius: 0, tension: 0 } as const
  const datasets = lanes.flatMap((lane, i): ChartDataset<'scatter'>[] => [
    ...(lane.beside
      ? [
          {
            ...line,
            data: points(lane.measurandId, lane.beside),
            yAxisID: `y${i}`,
            borderColor: colours.brass,
            borderWidth: 1.5,
            borderDash: [5, 4],
          },
        ]
      : []),
    { ...line, data: points(lane.measurandId, lane.samples), yAxisID: `y${i}`, borderColor: colours.bead, borderWidth: 2 },
  ])
  const options: ChartOptions<'scatter'> = {
    animation: false,
    responsive: true,
    maintainAspectRatio: false,
    scales: {
      x: {
        type: 'linear',
        min: Math.min(...all, ...marks.map((m) => m.s)),
        max: Math.max(...all, ...marks.map((m) => m.s + 1)),
        ticks: { color: colours.text, font, maxRotation: 0, maxTicksLimit: 5, ...(xText && { callback: (v) => xText(Number(v)) }) },
        grid: { display: false },
        border: { color: colours.rule },
        ...(xTitle && { title: { display: true, text: xTitle, color: colours.text, font } }),
      },
      ...Object.fromEntries(
        lanes.map((lane, i) => [
          `y${i}`,
          {
            type: 'linear' as const,
            position: 'left' as const,
            stack: 'lanes',
            // Stacked scales are put up from the bottom.
            weight: lanes.length - i,
            offset: true,
            grace: '30%',
            ticks: { color: colours.text, font, maxTicksLimit: 4 },
            grid: { color: colours.rule },
            border: { color: colours.rule },
            title: { display: true, text: unitText(lane.measurandId, units), color: colours.text, font },
          },
        ]),
      ),
    },
    plugins: {
      legend: { display: false },
      tooltip: { enabled: false },
      annotation: {
        annotations: Object.fromEntries([
          // Each lane says what it is, in its upper left corner.
          ...lanes.map((lane, i) => [
            `l${i}`,
            {
              type: 'label' as const,
              xScaleID: 'x',
              yScaleID: `y${i}`,
              xValue: Math.min(...all, ...marks.map((m) => m.s)),
              yValue: Math.max(
                ...points(lane.measurandId, [...lane.samples, ...(lane.beside ?? [])])
                  .map((p) => p.y)
                  .filter(Number.isFinite),
              ),
              content: lane.label,
              position: { x: 'start' as const, y: 'end' as const },
              color: colours.ink,
              font,
              padding: 2,
            },
          ]),
          ...marks.map((m) => [
            `m${m.n}`,
            {
              type: 'line' as const,
              xMin: m.s,
              xMax: m.s,
              borderColor: colours.text,
              borderWidth: 1,
              borderDash: [2, 3],
              label: {
                display: true,
                content: String(m.n),
                position: 'end' as const,
                backgroundColor: colours.ground,
                color: colours.ink,
                font,
                padding: 2,
              },
            },
          ]),
        ]),
      },
    },
  }
  return (
    <div ref={holder} style={{ height: `${3 + 7 * lanes.length}rem` }} role="img" aria-label={label} className="keep">
      <Scatter role="presentation" aria-hidden="true" options={options} data={{ datasets }} />
    </div>
  )
}
