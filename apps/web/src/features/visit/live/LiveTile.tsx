'use client'

import { MEASURANDS } from '@lucerna/core/measure'
import type { Need } from '@lucerna/core/procedure'
import { memo } from 'react'
import { inUnit, spanText, unitText, type Units } from '@/ui/figures'
import { WarningSign } from '@/ui/WarningSign'
import { t } from '@/messages/visit'
import type { LiveNeed } from './figures'

const WIDTH = 112
const HEIGHT = 26
const SHOWN_S = 90

/** Why a figure is not settled yet, or that it is, in a few words. */
export function standingText({ standing, hint }: LiveNeed, need: Need, units: Units): string {
  if (hint) return t(`live.hint.${hint}`)
  if (standing.climbing) return t('live.climbing')
  switch (standing.state) {
    case 'moving': {
      const perMinute = inUnit(spanText(need.measurandId, Math.abs(standing.slopePerS) * 60, units), unitText(need.measurandId, units))
      return t(standing.slopePerS < 0 ? 'live.falling' : 'live.rising', { rate: perMinute })
    }
    case 'status':
      return t(`live.status.${standing.status ?? 'hold'}`)
    case 'stale':
      return t('live.stale', { seconds: Math.round(standing.ageS) })
    case 'waiting':
      return MEASURANDS[need.measurandId].channel === 'meterIndex' || need.measurandId === 'time.metered'
        ? t('live.clocking')
        : t('live.waiting')
    default:
      return t(`live.${standing.state}`)
  }
}

/** Under a figure that is read live: its trace, and whether it may be written down. */
export function LiveTile({ live, need, units }: { readonly live: LiveNeed; readonly need: Need; readonly units: Units }) {
  const { standing, channel, hint } = live
  const wrong = hint !== null || standing.climbing === true || standing.state === 'stale' || standing.state === 'status'
  const tone = wrong ? 'text-warning' : live.ready ? 'font-semibold text-info' : 'quiet'
  return (
    <div className="col-span-full flex min-h-7 flex-wrap items-center gap-x-3 gap-y-1 text-sm">
      <Spark points={channel.trace.samples} endS={channel.trace.heardS} />
      {standing.state === 'waiting' && (
        <progress className="progress w-16 progress-info" value={standing.filled} max={1} aria-hidden="true" />
      )}
      <span className={`flex gap-2 ${tone}`} data-live={live.ready ? 'ready' : (hint ?? standing.state)}>
        {wrong && <WarningSign size={17} />}
        {standingText(live, need, units)}
      </span>
      {standing.status === 'battery-low' && <span className="text-warning">{t('live.status.battery-low')}</span>}
    </div>
  )
}

/** The last minute and a half, drawn small. */
const Spark = memo(function Spark({ points, endS }: { readonly points: readonly { s: number; value: number }[]; readonly endS: number }) {
  const shown = points.filter((p) => p.s > endS - SHOWN_S)
  const values = shown.map((p) => p.value)
  const low = Math.min(...values)
  const span = Math.max(...values) - low
  const x = (s: number) => WIDTH * (1 - (endS - s) / SHOWN_S)
  const y = (v: number) => (span > 0 ? HEIGHT - 2 - ((HEIGHT - 4) * (v - low)) / span : HEIGHT / 2)
  return (
    <svg width={WIDTH} height={HEIGHT} aria-hidden="true" className="shrink-0 text-info">
      <polyline
        fill="none"
        stroke="currentColor"
        strokeWidth="1.5"
        points={shown.map((p) => `${x(p.s).toFixed(1)},${y(p.value).toFixed(1)}`).join(' ')}
      />
    </svg>
  )
})
