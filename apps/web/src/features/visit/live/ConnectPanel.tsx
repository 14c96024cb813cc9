'use client'

import { STALE_S, START_FIGURES } from '@lucerna/core/live'
import { type Channel, type Instrument, type MeasurandId, MEASURANDS } from '@lucerna/core/measure'
import { useState } from 'react'
import { unitSymbol } from '@/ui/figures'
import { WarningSign } from '@/ui/WarningSign'
import { t } from '@/messages/visitLater'
import { useDesk } from '../parts/context'
import { useBench, useLiveParts, useLiveView } from './context'
import { CLAMP, CO_ALARM, type LiveChannel, METER_READER, SOURCES } from './LiveBoard'
import { useRecordsItself } from './recordsItself'
import { canSerial, openSerial } from './serial'
import { laneFigures } from './useStart'

const PLACES: readonly MeasurandId[] = [
  ...new Set<MeasurandId>([...START_FIGURES, 'draught.flue', 'pressure.externalStatic', 'supply.voltage']),
]

/** What speaks for itself in this visit, by which way, and what is not understood of it. */
export function ConnectPanel({ demo }: { readonly demo: boolean }) {
  const live = useLiveParts()
  const view = useLiveView()
  const bench = useBench()
  const { context, appliance, instruments, units, openDialog } = useDesk()
  const [itself, chooseItself] = useRecordsItself()
  const [said, setSaid] = useState<string | null>(null)
  if (!live) return null
  const mine = context.instruments.filter((i) => instruments.instrumentIds.includes(i.id))
  const onSerial = async () => {
    setSaid(null)
    const problem = await openSerial(live.board)
    if (problem) setSaid(t(`live.serial.${problem}`))
  }
  const troubles = Object.entries(view.refused)
  return (
    <div className="flex flex-col gap-4">
      <p className="quiet">{t('live.why')}</p>
      <div className="flex flex-wrap gap-3">
        {demo && (
          <button
            type="button"
            className={`btn press ${bench?.on ? 'btn-outline' : 'btn-primary'}`}
            onClick={() =>
              bench?.on
                ? live.bench.end()
                : void live.bench.begin(
                    { card: appliance.card, gas: appliance.facts.gas, altitudeM: appliance.facts.altitudeM, seed: 7 },
                    [...mine, METER_READER, CO_ALARM, CLAMP],
                    units,
                  )
            }
          >
            {t(bench?.on ? 'live.bench.end' : 'live.bench.begin')}
          </button>
        )}
        <button
          type="button"
          className="btn press btn-outline"
          onClick={() => live.listen(view.sources.bridge ? null : mine.map((i) => i.serial))}
        >
          {t(view.sources.bridge ? 'live.network.end' : 'live.network')}
        </button>
        {canSerial() && (
          <button type="button" className="btn press btn-outline" onClick={() => void onSerial()}>
            {t('live.serial')}
          </button>
        )}
        <button type="button" className="btn press btn-outline" onClick={() => openDialog('trace-file')}>
          {t('trace-file.open')}
        </button>
      </div>
      {said && (
        <p role="alert" className="flex gap-2 text-warning">
          <WarningSign size={18} /> {said}
        </p>
      )}
      {SOURCES.some((s) => view.sources[s] === 'lost') && (
        <p className="flex gap-2 text-warning">
          <WarningSign size={18} /> {t('live.lost')}
        </p>
      )}
      <label className="flex min-h-11 cursor-pointer items-center gap-3">
        <input type="checkbox" className="checkbox" checked={itself === true} onChange={(e) => chooseItself(e.target.checked)} />
        {t('live.records-itself')}
      </label>
      {view.channels.size > 0 && (
        <ul className="divide-y divide-(--hairline) border-y hairline" aria-label={t('live.channels')}>
          {[...new Set([...view.channels.values()].map((c) => c.instrument))].map((i) => (
            <InstrumentRow
              key={i.serial}
              instrument={i}
              channels={[...view.channels.values()].filter((c) => c.instrument === i)}
              at={view.at}
            />
          ))}
        </ul>
      )}
      {view.strangers.length > 0 && <p className="text-sm text-warning">{t('live.strangers', { serials: view.strangers.join(', ') })}</p>}
      {troubles.length > 0 && (
        <p className="text-sm quiet">
          {t('live.refused', { count: troubles.reduce((n, [, k]) => n + k, 0) })}{' '}
          {troubles.map(([code, n]) => `${t(`live.refused.${code as 'line-not-json'}`)} ${n}`).join(' · ')}
        </p>
      )}
    </div>
  )
}

/** Channels that can be put to several places; the others are where their probe is. */
const HANGS: readonly Channel[] = ['pressure', 'draught', 'current', 'voltage']

/** Where a channel hangs: as the step asks, or where somebody says. A pressure port that is moved asks for a new zero. */
function HangsAt({ channel, name }: { readonly channel: LiveChannel; readonly name: string }) {
  const live = useLiveParts()
  const view = useLiveView()
  const bench = useBench()
  const { appliance, record } = useDesk()
  const at = view.hangs.get(channel.key)
  const options = laneFigures(channel.spec.channel, PLACES)
  const said = ({ measurandId, stationId }: (typeof options)[number]) => `${measurandId}@${stationId}`
  const put = (value: string) => {
    const place = options.find((o) => said(o) === value)
    live?.board.hang(channel.key, place ?? null)
    if (!place) return
    if (bench?.on) live?.bench.connect(channel.instrument.serial, channel.spec.id, { ...place, section: 0 })
    if (channel.instrument.id)
      void record([
        {
          type: 'channel.connected',
          applianceId: appliance.id,
          data: { instrumentId: channel.instrument.id, channelId: channel.spec.id, ...place },
        },
      ])
  }
  return (
    <label className="mt-1 flex min-h-11 flex-wrap items-center justify-between gap-x-3 text-sm">
      <span className="quiet">{t('live.hangs', { name })}</span>
      <select className="select press w-60 max-w-full" value={at ? said(at) : ''} onChange={(e) => put(e.target.value)}>
        <option value="">{t('live.hangs.as-asked')}</option>
        {options.map((o) => (
          <option key={said(o)} value={said(o)}>
            {t(`short.${o.measurandId}`)}
            {MEASURANDS[o.measurandId].stations.length > 1 && ` (${t(`station.${o.stationId}`).toLowerCase()})`}
          </option>
        ))}
      </select>
    </label>
  )
}

/** One instrument and what its channels show. */
function InstrumentRow({
  instrument,
  channels,
  at,
}: {
  readonly instrument: Instrument
  readonly channels: readonly LiveChannel[]
  readonly at: number
}) {
  const board = useLiveParts()?.board
  const age = at / 1000 - Math.max(...channels.map((c) => c.trace.heardS))
  const name = instrument.model ? `${instrument.maker} ${instrument.model}` : t(`instrument.${instrument.kind}`)
  const same = (c: LiveChannel) => channels.filter((x) => x.spec.channel === c.spec.channel).length
  const zeroes = channels.some((c) => ['pressure', 'draught', 'o2', 'co2', 'combustibleGas'].includes(c.spec.channel))
  return (
    <li className="py-2">
      <p className="flex min-h-11 flex-wrap items-center justify-between gap-x-3">
        <b className="flex-1">{name}</b>
        {age > STALE_S && <span className="text-sm text-warning">{t('live.stale', { seconds: Math.round(age) })}</span>}
        {(['identify', 'hold', 'range', ...(zeroes ? (['zero'] as const) : [])] as const).map((what) => (
          <button
            key={what}
            type="button"
            className="btn btn-ghost px-2 text-primary btn-sm max-lg:min-h-11"
            aria-label={`${t(`live.${what}`)}: ${name}`}
            onClick={() => board?.ask({ v: 1, instrument: instrument.serial, do: what })}
          >
            {t(`live.${what}`)}
          </button>
        ))}
      </p>
      <dl className="grid grid-cols-2 gap-x-6 text-sm">
        {channels.map((c) => (
          <div key={c.key} className="flex flex-wrap items-baseline justify-between gap-x-2">
            <dt className="quiet">{same(c) > 1 ? `${t(`channel.${c.spec.channel}`)} ${c.spec.id}` : t(`channel.${c.spec.channel}`)}</dt>
            <dd className="figure text-lg">
              {c.trace.status && c.trace.status !== 'battery-low' ? (
                <span className="font-sans text-sm text-warning">{t(`live.status.${c.trace.status}`)}</span>
              ) : c.raw && age <= STALE_S ? (
                `${c.raw.value} ${unitSymbol(c.raw.unit)}`
              ) : (
                '–'
              )}
            </dd>
          </div>
        ))}
      </dl>
      {channels
        .filter((c) => HANGS.includes(c.spec.channel))
        .map((c) => (
          <HangsAt
            key={c.key}
            channel={c}
            name={same(c) > 1 ? `${t(`channel.${c.spec.channel}`)} ${c.spec.id}` : t(`channel.${c.spec.channel}`)}
          />
        ))}
    </li>
  )
}
