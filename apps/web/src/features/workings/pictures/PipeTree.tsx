'use client'

import type { NumberField, OutputField } from '@lucerna/core/workings'
import { t } from '@/messages/calc'
import { figureWith, type NumberOut } from '../shown'
import { pickText } from '@/ui/pickText'
import type { PictureProps } from './charts'
import { layTree } from './layTree'

const ROW = 64
const WIDTH = 680

/** The pipes from the meter outward: length as length, bore as thickness, the segment that costs most marked by colour, sign and word. */
export function PipeTree({ working, answer, units }: PictureProps) {
  const given = answer.input.segments as readonly { id: string; from?: string; lengthM: number; loadM3PerS?: number }[]
  const solved = new Map(
    (answer.result.segments as readonly { id: string; size: string | null; dropPa: number; pressurePa: number }[]).map((s) => [s.id, s]),
  )
  const { places, rows, reach } = layTree(given)
  const costliest = String(answer.result.costliest)
  const worst = String(answer.result.worstLoad)
  const table = working.outputs.segments as Extract<OutputField, { kind: 'rows' }>
  const drop = table.columns.dropPa as NumberOut
  const pressure = table.columns.pressurePa as NumberOut
  const flow = (working.inputs.segments as { columns: Record<string, NumberField> }).columns.loadM3PerS!
  const x = (m: number) => 46 + (m / reach) * (WIDTH - 200)
  const y = (row: number) => 34 + row * ROW
  return (
    <figure className="min-w-0 overflow-x-auto">
      <svg
        viewBox={`0 0 ${WIDTH} ${rows * ROW + 26}`}
        className="w-full min-w-120"
        role="img"
        aria-label={t('calc.picture.network', { costliest, worst })}
      >
        <rect x="8" y={y(0) - 15} width="30" height="30" rx="4" fill="none" stroke="var(--color-primary)" strokeWidth="2" />
        <text x="23" y={y(0) + 30} textAnchor="middle" fontSize="12" fill="var(--color-secondary)">
          {t('calc.picture.meter')}
        </text>
        {places.map((p) => {
          const s = solved.get(p.id)
          const bad = p.id === costliest
          const load = given.find((g) => g.id === p.id)?.loadM3PerS
          const colour = bad ? 'var(--color-error)' : 'var(--color-base-content)'
          return (
            <g key={p.id}>
              <path
                d={`M${p.fromRow === null ? 38 : x(p.fromM)} ${y(p.fromRow ?? 0)}V${y(p.row)}H${x(p.toM)}`}
                fill="none"
                stroke={colour}
                strokeWidth={bad ? 6 : 3}
                strokeLinejoin="round"
              />
              <text x={Math.max(x(p.fromM), 46) + 6} y={y(p.row) - 9} fontSize="14" fill={colour} fontWeight={bad ? 700 : 600}>
                {p.id} · {s?.size ? pickText('size', s.size) : ''}
              </text>
              <text x={Math.max(x(p.fromM), 46) + 6} y={y(p.row) + 19} fontSize="13" fill={bad ? colour : 'var(--color-secondary)'}>
                {bad ? '▲ ' : ''}−{s ? figureWith(drop, s.dropPa, units) : ''}
                {bad ? ` · ${t('calc.picture.costliest')}` : ''}
              </text>
              {load !== undefined && load > 0 && s && (
                <>
                  <circle cx={x(p.toM)} cy={y(p.row)} r="8" fill={p.id === worst ? 'var(--color-error)' : 'var(--color-info)'} />
                  <text x={x(p.toM) + 14} y={y(p.row) - 1} fontSize="14" fontWeight="600" fill="var(--color-base-content)">
                    {figureWith(pressure, s.pressurePa, units)}
                  </text>
                  <text x={x(p.toM) + 14} y={y(p.row) + 15} fontSize="12" fill="var(--color-secondary)">
                    {figureWith(flow, load, units)}
                  </text>
                </>
              )}
            </g>
          )
        })}
      </svg>
    </figure>
  )
}
