'use client'

import type { ChartData, ChartOptions } from 'chart.js'
import type { AnnotationOptions } from 'chartjs-plugin-annotation'
import { useRef } from 'react'
import { Scatter } from './charts'
import { type ChartColours, useChartColours } from './useChartColours'

export interface XyLine {
  readonly points: readonly (readonly [x: number, y: number])[]
  readonly tone: 'bead' | 'brass' | 'danger' | 'ink' | 'rule'
  readonly dashed?: boolean
  readonly thin?: boolean
  /** Written on it, this far along (0–1; 0.7 without saying). */
  readonly label?: string
  readonly labelAt?: number
}
export interface XyMark {
  readonly x: number
  readonly y: number
  readonly label?: string
  /** Half widths of the doubt, shown as a box. */
  readonly dx?: number
  readonly dy?: number
  readonly hollow?: boolean
}
export interface XyRule {
  readonly axis: 'x' | 'y'
  readonly at: number
  readonly label?: string
  readonly tone: 'brass' | 'danger'
}

/** Lines, your point with its doubt as a box, and limits as rules: the one chart of the Workings. */
export function XyChart({
  lines,
  marks = [],
  rules = [],
  xTitle,
  yTitle,
  x,
  y,
  label,
  height = 'h-64',
}: {
  readonly lines: readonly XyLine[]
  readonly marks?: readonly XyMark[]
  readonly rules?: readonly XyRule[]
  readonly xTitle: string
  readonly yTitle: string
  readonly x?: { readonly min?: number; readonly max?: number }
  readonly y?: { readonly min?: number; readonly max?: number }
  /** Said to screen readers. */
  readonly label: string
  readonly height?: string
}) {
  const holder = useRef<HTMLDivElement>(null)
  const colours = useChartColours(holder)
  const colour = (tone: XyLine['tone'] | XyRule['tone']): string => colours[tone]
  const font = { family: colours.font, size: 13 }
  const data: ChartData<'scatter'> = {
    datasets: [
      ...marks.map((m) => ({
        data: [{ x: m.x, y: m.y }],
        pointRadius: 5,
        pointHoverRadius: 5,
        borderWidth: 2,
        pointBackgroundColor: m.hollow ? colours.ground : colours.bead,
        pointBorderColor: m.hollow ? colours.text : colours.bead,
      })),
      ...lines.map((l) => ({
        data: l.points.map(([px, py]) => ({ x: px, y: py })),
        showLine: true,
        pointRadius: 0,
        pointHoverRadius: 0,
        borderColor: colour(l.tone),
        borderWidth: l.thin ? 1 : 2,
        ...(l.dashed && { borderDash: [5, 4] }),
        tension: 0,
      })),
    ],
  }
  const axis = (title: string, range: typeof x) => ({
    ...range,
    ticks: { color: colours.text, font, maxTicksLimit: 7 },
    grid: { color: colours.rule, lineWidth: 0.5 },
    border: { color: colours.rule },
    title: { display: true, text: title, color: colours.text, font },
  })
  const options: ChartOptions<'scatter'> = {
    animation: false,
    responsive: true,
    maintainAspectRatio: false,
    events: [],
    layout: { padding: { right: 8, top: 6 } },
    scales: { x: axis(xTitle, x), y: axis(yTitle, y) },
    plugins: {
      legend: { display: false },
      tooltip: { enabled: false },
      annotation: { annotations: annotationsOf(lines, marks, rules, colours) },
    },
  }
  return (
    <div ref={holder} className={`${height} min-w-0`} role="img" aria-label={label}>
      <Scatter role="presentation" aria-hidden="true" data={data} options={options} />
    </div>
  )
}

/** The point this far along a line of points. */
function along(points: XyLine['points'], share: number): readonly [number, number] | undefined {
  const at = (points.length - 1) * share
  const [from, to] = [points[Math.floor(at)], points[Math.ceil(at)]]
  if (!from || !to) return undefined
  const part = at - Math.floor(at)
  return [from[0] + part * (to[0] - from[0]), from[1] + part * (to[1] - from[1])]
}

function annotationsOf(
  lines: readonly XyLine[],
  marks: readonly XyMark[],
  rules: readonly XyRule[],
  colours: ChartColours,
): Record<string, AnnotationOptions> {
  const font = { family: colours.font, size: 12 }
  const all: Record<string, AnnotationOptions> = {}
  rules.forEach((r, i) => {
    all[`rule${i}`] = {
      type: 'line',
      scaleID: r.axis,
      value: r.at,
      borderColor: colours[r.tone],
      borderWidth: 2,
      ...(r.label && {
        label: {
          display: true,
          content: r.label,
          position: 'start',
          backgroundColor: colours.ground,
          color: colours[r.tone],
          font,
          padding: 3,
        },
      }),
    }
  })
  marks.forEach((m, i) => {
    if ((m.dx ?? 0) > 0 || (m.dy ?? 0) > 0)
      all[`doubt${i}`] = {
        type: 'box',
        xMin: m.x - (m.dx ?? 0),
        xMax: m.x + (m.dx ?? 0),
        yMin: m.y - (m.dy ?? 0),
        yMax: m.y + (m.dy ?? 0),
        backgroundColor: `${colours.text}55`,
        borderColor: colours.text,
        borderWidth: 1,
      }
    if (m.label)
      all[`mark${i}`] = {
        type: 'label',
        xValue: m.x,
        yValue: m.y,
        xAdjust: 0,
        yAdjust: -18,
        content: m.label,
        color: colours.ink,
        font: { ...font, weight: 'bold' },
      }
  })
  lines.forEach((l, i) => {
    const middle = along(l.points, l.labelAt ?? 0.7)
    if (l.label && middle)
      all[`line${i}`] = {
        type: 'label',
        xValue: middle[0],
        yValue: middle[1],
        yAdjust: -10,
        content: l.label,
        color: colours[l.tone === 'rule' ? 'text' : l.tone],
        font,
      }
  })
  return all
}
