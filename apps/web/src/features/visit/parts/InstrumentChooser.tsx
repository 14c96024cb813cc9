'use client'

import { CHANNELS, type ChannelSpec, type Instrument, inCalibration } from '@lucerna/core/measure'
import type { InstrumentSet } from '@lucerna/core/visit'
import { WarningSign } from '@/ui/WarningSign'
import { t } from '@/messages/visit'

/** Channels that more than one instrument at hand measures: which of them is asked once. */
export function sharedChannels(
  set: InstrumentSet,
  instruments: readonly Instrument[],
): { channel: ChannelSpec['channel']; among: readonly Instrument[] }[] {
  const atHand = instruments.filter((i) => set.instrumentIds.includes(i.id))
  return CHANNELS.flatMap((channel) => {
    const among = atHand.filter((i) => i.channels.some((c) => c.channel === channel && c.origin === 'measured'))
    return among.length > 1 ? [{ channel, among }] : []
  })
}

/** An instrument as one calls it; with its serial number where another among them is of the same make. */
export const instrumentName = (i: Instrument, among: readonly Instrument[]): string =>
  `${i.maker} ${i.model}${among.some((o) => o.id !== i.id && o.maker === i.maker && o.model === i.model) ? ` · ${i.serial}` : ''}`

/** What the person measures with: what is at hand, and which of it where two can measure the same. */
export function InstrumentChooser({
  instruments,
  holders,
  userId,
  set,
  onChange,
}: {
  readonly instruments: readonly Instrument[]
  /** Who holds each of them, by id; null is nobody. */
  readonly holders: Readonly<Record<string, { readonly id: string; readonly name: string } | null>>
  readonly userId: string
  readonly set: InstrumentSet
  readonly onChange: (set: InstrumentSet) => void
}) {
  const toggle = (id: string) => {
    const has = set.instrumentIds.includes(id)
    onChange({
      instrumentIds: has ? set.instrumentIds.filter((x) => x !== id) : [...set.instrumentIds, id],
      preferred: Object.fromEntries(Object.entries(set.preferred).filter(([, x]) => x !== id || !has)),
    })
  }
  // One's own first, then what lies in the van, then what others hold; ticking moves nothing.
  const rank = (i: Instrument) => (holders[i.id]?.id === userId ? 0 : holders[i.id] ? 2 : 1)
  return (
    <>
      {sharedChannels(set, instruments).map(({ channel, among }) => (
        <div key={channel} role="group" aria-label={t(`channel.${channel}`)} className="flex flex-wrap items-center gap-2 py-2">
          <p className="min-w-32 flex-1 text-sm">{t('instruments.which-for', { channel: t(`channel.${channel}`) })}</p>
          {among.map((i) => (
            <button
              key={i.id}
              type="button"
              aria-pressed={set.preferred[channel] === i.id}
              className={`btn min-h-11 ${set.preferred[channel] === i.id ? 'btn-primary' : 'btn-outline'}`}
              onClick={() => onChange({ ...set, preferred: { ...set.preferred, [channel]: i.id } })}
            >
              {instrumentName(i, among)}
            </button>
          ))}
        </div>
      ))}
      <ul className="divide-y divide-(--hairline) border-y hairline">
        {[...instruments]
          .sort((a, b) => rank(a) - rank(b))
          .map((i) => {
            const holder = holders[i.id]
            return (
              <li key={i.id}>
                <label className="flex min-h-14 cursor-pointer items-center gap-3 py-1">
                  <input
                    type="checkbox"
                    className="checkbox checkbox-primary"
                    checked={set.instrumentIds.includes(i.id)}
                    onChange={() => toggle(i.id)}
                  />
                  <span className="min-w-0 flex-1">
                    <span className="font-semibold">
                      {i.maker} {i.model}
                    </span>
                    <span className="block text-sm quiet">
                      {[
                        t(`instrument.${i.kind}`),
                        i.serial,
                        holder && holder.id !== userId ? t('instruments.held-by', { name: holder.name }) : '',
                      ]
                        .filter(Boolean)
                        .join(' · ')}
                    </span>
                    {!inCalibration(i, new Date().toISOString()) && (
                      <span className="flex gap-2 text-sm text-warning">
                        <WarningSign size={17} />
                        {t('zero.out-of-calibration')}
                      </span>
                    )}
                  </span>
                </label>
              </li>
            )
          })}
      </ul>
    </>
  )
}
