'use client'

import { type ChannelSpec, limitOfError } from '@lucerna/core/measure'
import { fromSi } from '@lucerna/core/units'
import { useRef, useState } from 'react'
import { Line } from '@/ui/charts'
import { plainDate } from '@/ui/dates'
import { unitSymbol, type Units, inUnit } from '@/ui/figures'
import { lineOverTime } from '@/ui/lineOverTime'
import { useChartColours } from '@/ui/useChartColours'
import { t } from '@/messages/instruments'
import { channelUnit } from '../channels'
import type { Check } from '../server/register'

interface Read {
  readonly on: string
  readonly appliedSi: number
  readonly shownSi: number
}

/** How far a channel showed away from what was put on, over the checks, between the bounds of what its maker promises. */
export function Drift({
  channels,
  checks,
  units,
}: {
  readonly channels: readonly ChannelSpec[]
  readonly checks: readonly Check[]
  readonly units: Units
}) {
  const read = (id: string): Read[] =>
    checks
      .flatMap((c) =>
        c.channelId === id && c.appliedSi !== null && c.shownSi !== null ? [{ on: c.on, appliedSi: c.appliedSi, shownSi: c.shownSi }] : [],
      )
      .sort((a, b) => (a.on < b.on ? -1 : 1))
  const drawn = channels.filter((c) => read(c.id).length > 1)
  const [chosen, setChosen] = useState(drawn[0]?.id)
  const holder = useRef<HTMLDivElement>(null)
  const colours = useChartColours(holder)
  const channel = drawn.find((c) => c.id === chosen) ?? drawn[0]
  if (!channel) return <p className="border-y hairline py-6 text-center quiet">{t('instrument.no-drift')}</p>
  const { quantity, unit } = channelUnit(channel.channel, units)
  const span = (si: number) => Number((fromSi(si, unit, quantity) - fromSi(0, unit, quantity)).toPrecision(6))
  const points = read(channel.id)
  const options = lineOverTime(colours, `${t('instrument.shown-minus-applied')}, ${unitSymbol(unit)}`)
  const bound = (sign: 1 | -1) => ({
    data: points.map((p) => sign * span(limitOfError(channel, p.appliedSi))),
    borderColor: colours.brass,
    borderWidth: 2,
    pointRadius: 0,
    stepped: true as const,
  })
  const last = points.at(-1)!
  return (
    <div>
      {drawn.length > 1 && (
        <div className="mb-2 flex flex-wrap gap-2" role="group" aria-label={t('doc.field.channel')}>
          {drawn.map((c) => (
            <button
              key={c.id}
              type="button"
              aria-pressed={c.id === channel.id}
              className={`btn btn-sm ${c.id === channel.id ? 'btn-primary' : 'btn-outline'}`}
              onClick={() => setChosen(c.id)}
            >
              {t(`channel.${c.channel}`)}
            </button>
          ))}
        </div>
      )}
      <div
        ref={holder}
        className="h-56"
        role="img"
        aria-label={t('instrument.drift-label', {
          channel: t(`channel.${channel.channel}`),
          count: points.length,
          last: inUnit(String(span(last.shownSi - last.appliedSi)), unitSymbol(unit)),
        })}
      >
        <Line
          role="presentation"
          aria-hidden="true"
          options={options}
          data={{
            labels: points.map((p) => plainDate(p.on)),
            datasets: [
              {
                data: points.map((p) => span(p.shownSi - p.appliedSi)),
                borderColor: colours.bead,
                backgroundColor: colours.bead,
                pointRadius: 5,
                borderWidth: 2,
              },
              bound(1),
              bound(-1),
            ],
          }}
        />
      </div>
    </div>
  )
}
