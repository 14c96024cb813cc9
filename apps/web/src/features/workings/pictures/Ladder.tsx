'use client'

import type { NumberField } from '@lucerna/core/workings'
import { t } from '@/messages/calc'
import { wordsFor } from '@/ui/words'
import { figureText, figureWith, unitOf } from '../shown'
import { labelOf } from '../words'
import type { PictureProps } from './charts'

const WIDTH = 640
const HEIGHT = 260
const LEFT = 30
const TOP = 30
const BOTTOM = 222
/** Figures stay readable where a line runs behind them. */
const HALO = { paintOrder: 'stroke', stroke: 'var(--color-base-100)', strokeWidth: 7, strokeLinejoin: 'round' } as const

/** The pressures down the line as heights: each rung's window as a bracket, the reading as a bead, each loss as a step. */
export function Ladder({ working, answer, units }: PictureProps) {
  const i = answer.input as Record<string, number | undefined>
  const field = working.inputs.meterWorkingPa as NumberField
  const rungs = [
    { key: 'standingPa', value: i.standingPa, min: undefined, max: i.standingMaxPa },
    { key: 'meterWorkingPa', value: i.meterWorkingPa, min: i.meterMinPa, max: i.meterMaxPa },
    { key: 'isolatorPa', value: i.isolatorPa, min: undefined, max: undefined },
    { key: 'inletPa', value: i.inletPa, min: i.inletMinPa, max: i.inletMaxPa },
  ]
  const all = rungs.flatMap((r) => [r.value, r.min, r.max].filter((v): v is number => v !== undefined))
  const low = Math.min(...all) - 0.1 * (Math.max(...all) - Math.min(...all) + 1)
  const high = Math.max(...all) + 0.1 * (Math.max(...all) - Math.min(...all) + 1)
  const y = (pa: number) => BOTTOM - ((pa - low) / (high - low)) * (BOTTOM - TOP)
  const x = (n: number) => LEFT + 60 + n * ((WIDTH - LEFT - 120) / (rungs.length - 1))
  const steps = [
    { from: 1, to: i.isolatorPa === undefined ? 3 : 2, loss: answer.result.pipeDropPa as number | null, limit: i.pipeDropMaxPa },
    { from: 2, to: 3, loss: answer.result.applianceDropPa as number | null, limit: i.applianceDropMaxPa },
  ]
  const said = rungs
    .flatMap((r) => (r.value === undefined ? [] : [`${labelOf(working.id, r.key)} ${figureWith(field, r.value, units)}`]))
    .join(', ')
  return (
    <figure className="min-w-0">
      <svg viewBox={`0 0 ${WIDTH} ${HEIGHT}`} className="w-full" role="img" aria-label={`${t('calc.picture.ladder')}: ${said}`}>
        {steps.map(({ from, to, loss, limit }) => {
          const [a, b] = [rungs[from]?.value, rungs[to]?.value]
          if (loss === null || a === undefined || b === undefined) return null
          const bad = limit !== undefined && loss > limit
          const colour = bad ? 'var(--color-error)' : 'var(--color-secondary)'
          const mid = (x(from) + x(to)) / 2
          return (
            <g key={from}>
              <path d={`M${x(from)} ${y(a)}H${mid}V${y(b)}H${x(to)}`} fill="none" stroke={colour} strokeWidth={bad ? 4 : 2} />
              <text
                x={mid}
                y={Math.min(y(a), y(b)) - 10}
                textAnchor="middle"
                fontSize="16"
                {...HALO}
                fontWeight={bad ? 700 : 400}
                fill={colour}
              >
                {bad ? '▲ ' : ''}−{figureText(field, loss, units)}
              </text>
            </g>
          )
        })}
        {rungs.map((r, n) => {
          const bad = r.value !== undefined && ((r.min !== undefined && r.value < r.min) || (r.max !== undefined && r.value > r.max))
          return (
            <g key={r.key}>
              <rect x={x(n) - 4} y={TOP} width="8" height={BOTTOM - TOP} rx="4" fill="var(--rail)" />
              {(r.min !== undefined || r.max !== undefined) && (
                <path
                  d={`M${x(n) + 12} ${r.max === undefined ? TOP : y(r.max)}h7V${r.min === undefined ? BOTTOM : y(r.min)}h-7`}
                  fill="none"
                  stroke="var(--color-primary)"
                  strokeWidth="2"
                />
              )}
              {r.value !== undefined && (
                <>
                  {bad ? (
                    <path d={`M${x(n) - 9} ${y(r.value) + 7}h18l-9-16z`} fill="var(--color-error)" />
                  ) : (
                    <circle cx={x(n)} cy={y(r.value)} r="8" fill="var(--color-info)" />
                  )}
                  <text
                    x={x(n) - 14}
                    y={y(r.value) + 6}
                    textAnchor="end"
                    fontSize="18"
                    {...HALO}
                    fontWeight="600"
                    fill={bad ? 'var(--color-error)' : 'var(--color-base-content)'}
                  >
                    {figureText(field, r.value, units)}
                  </text>
                </>
              )}
              <text x={x(n)} y={HEIGHT - 14} textAnchor="middle" fontSize="14" fill="var(--color-secondary)">
                {wordsFor(`calc.rung.${r.key}`)}
              </text>
            </g>
          )
        })}
      </svg>
      <figcaption className="text-right text-xs quiet">{unitOf(field, units)}</figcaption>
    </figure>
  )
}
