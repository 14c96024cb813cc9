'use client'

import type { ChartOptions } from 'chart.js'
import { useRef } from 'react'
import { Line } from '@/ui/charts'
import { clockText } from '@/ui/dates'
import { lineOverTime } from '@/ui/lineOverTime'
import { useChartColours } from '@/ui/useChartColours'
import { t } from '@/messages/room'
import type { TracePoint } from '../client/room.worker'

const TRACES = [
  ['o2', '%', (p: TracePoint) => (p.o2Dry === null ? null : p.o2Dry * 100)],
  ['co', 'ppm', (p: TracePoint) => (p.coDry === null ? null : p.coDry * 1e6)],
  ['temperature', '°C', (p: TracePoint) => (p.flueK === null ? null : p.flueK - 273.15)],
  ['water', '°C', (p: TracePoint) => p.waterK - 273.15],
  ['inlet', 'mbar', (p: TracePoint) => p.inletPa / 100],
  ['input', 'kW', (p: TracePoint) => p.grossW / 1000],
] as const

/** The last quarter of an hour, a small chart each: a flame that is out leaves a gap. */
export function Traces({ points }: { readonly points: readonly TracePoint[] }) {
  return (
    <section aria-label={t('room.traces')} className="grid gap-x-6 gap-y-3 sm:grid-cols-2 xl:grid-cols-3">
      {TRACES.map(([id, unit, of]) => (
        <Trace key={id} title={t(`room.trace.${id}`)} unit={unit} points={points.map((p) => ({ at: p.timeS, value: of(p) }))} />
      ))}
    </section>
  )
}

function Trace({
  title,
  unit,
  points,
}: {
  readonly title: string
  readonly unit: string
  readonly points: readonly { readonly at: number; readonly value: number | null }[]
}) {
  const holder = useRef<HTMLDivElement>(null)
  const colours = useChartColours(holder)
  const options: ChartOptions<'line'> = { ...lineOverTime(colours, unit), elements: { point: { radius: 0 }, line: { borderWidth: 2 } } }
  const last = points.at(-1)?.value
  return (
    <figure>
      <figcaption className="flex items-baseline justify-between text-sm quiet">
        <span>{title}</span>
        <span className="figure text-2xl text-base-content">
          {last === null || last === undefined ? '–' : last.toFixed(last < 100 ? 1 : 0)}{' '}
          <span className="font-sans text-sm font-normal quiet">{unit}</span>
        </span>
      </figcaption>
      <div ref={holder} className="h-32" role="img" aria-label={`${title}, ${unit}`}>
        <Line
          role="presentation"
          aria-hidden="true"
          options={options}
          data={{
            labels: points.map((p) => clockText(p.at)),
            datasets: [{ data: points.map((p) => p.value), borderColor: colours.bead, spanGaps: false }],
          }}
        />
      </div>
    </figure>
  )
}
