'use client'

import { minuteTable } from '@lucerna/core/live'
import type { Channel, MeasurandId, Sample } from '@lucerna/core/measure'
import { dateAt, secondAt, timeAt } from './dates'
import { figure, unitText, type Units } from './figures'
import { LanesChart } from './LanesChart'
import { t } from '@/messages/traces'

/** What a channel's own unit and digits are, where nobody said what it reads. */
const SHOWN_AS: Partial<Record<Channel, MeasurandId>> = {
  o2: 'o2.flue',
  co2: 'co2.flue',
  co: 'co.flue',
  no: 'no.flue',
  flueTemperature: 'temperature.flue',
  airTemperature: 'temperature.air',
  temperature: 'temperature.flow',
  pressure: 'pressure.working',
  draught: 'draught.flue',
  current: 'flame.current',
  voltage: 'supply.voltage',
  resistance: 'coil.resistance',
  meterIndex: 'volume.metered',
  combustibleGas: 'gas.ambient',
  speed: 'fan.speed',
}
export const shownFor = (channel: Channel): MeasurandId => SHOWN_AS[channel] ?? 'pressure.working'

export interface TraceChannel {
  readonly label: string
  readonly measurandId: MeasurandId
  readonly samples: readonly Sample[]
}

/** A trace: its curves over the time of day, and the same minute by minute as a table. */
export function TraceView({
  channels,
  units,
  timeZone,
}: {
  readonly channels: readonly TraceChannel[]
  readonly units: Units
  readonly timeZone: string
}) {
  const rows = minuteTable(channels.map((c) => c.samples))
  const days = (rows.at(-1)?.fromS ?? 0) - (rows[0]?.fromS ?? 0) > 86_400
  const clock = (s: number) => {
    const at = new Date(s * 1000).toISOString()
    return days ? `${dateAt(at, timeZone)}, ${timeAt(at, timeZone)}` : timeAt(at, timeZone)
  }
  return (
    <div className="flex flex-col gap-3">
      <LanesChart
        lanes={channels}
        xText={(s) => secondAt(new Date(s * 1000).toISOString(), timeZone)}
        units={units}
        label={t('traces.chart', { names: channels.map((c) => c.label).join(', ') })}
      />
      <div className="max-w-full overflow-x-auto">
        <table className="border-collapse text-sm">
          <thead>
            <tr className="border-b hairline text-left quiet">
              <th scope="col" className="py-1 pr-3 font-normal">
                {t('traces.minute')}
              </th>
              {channels.map((c) => (
                <th key={c.label} scope="col" className="py-1 pl-3 text-right font-normal">
                  {c.label}, {unitText(c.measurandId, units)}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {rows.map((row) => (
              <tr key={row.fromS} className="border-b hairline">
                <th scope="row" className="py-0.5 pr-3 text-left font-normal">
                  {clock(row.fromS)}
                </th>
                {channels.map((c, i) => {
                  const value = row.values[i] ?? null
                  return (
                    <td key={c.label} className="py-0.5 pl-3 text-right figure text-base">
                      {value === null ? '–' : figure(c.measurandId, value, units)}
                    </td>
                  )
                })}
              </tr>
            ))}
          </tbody>
        </table>
      </div>
    </div>
  )
}
