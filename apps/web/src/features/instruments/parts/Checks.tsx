'use client'

import type { ChannelSpec } from '@lucerna/core/measure'
import { useState } from 'react'
import { plainDate } from '@/ui/dates'
import type { Units } from '@/ui/figures'
import { WarningSign } from '@/ui/WarningSign'
import { t } from '@/messages/instruments'
import { readingText } from '../channels'
import type { Check } from '../server/register'
import { CheckDialog } from './CheckDialog'

/** Everything that was done to an instrument, the newest first, and the button for more. */
export function Checks({
  instrumentId,
  channels,
  checks,
  units,
  today,
  allowed,
}: {
  readonly instrumentId: string
  readonly channels: readonly ChannelSpec[]
  readonly checks: readonly Check[]
  readonly units: Units
  readonly today: string
  readonly allowed: boolean
}) {
  const [open, setOpen] = useState(false)
  return (
    <section>
      <div className="mb-2 flex items-center justify-between gap-3">
        <h2 className="text-lg font-semibold">{t('instrument.checks')}</h2>
        {allowed && (
          <button type="button" className="btn btn-outline" onClick={() => setOpen(true)}>
            {t('instrument.check-new')}
          </button>
        )}
      </div>
      {checks.length === 0 && <p className="border-y hairline py-6 text-center quiet">{t('instrument.no-checks')}</p>}
      <ol className="divide-y divide-(--hairline) border-y hairline empty:border-0">
        {checks.map((c) => {
          const channel = channels.find((x) => x.id === c.channelId)
          return (
            <li key={c.id} className="grid gap-x-6 py-2 sm:grid-cols-[9rem_1fr_auto]">
              <span className="quiet">{plainDate(c.on)}</span>
              <span>
                {t(`check.${c.kind}`)}
                {channel && c.appliedSi !== null && c.shownSi !== null && (
                  <span>
                    {' '}
                    · {t(`channel.${channel.channel}`)}:{' '}
                    {t('instrument.applied-shown', {
                      applied: readingText(channel.channel, c.appliedSi, units),
                      shown: readingText(channel.channel, c.shownSi, units),
                    })}
                  </span>
                )}
                <span className="block text-sm quiet">{[c.by, c.certificate, c.note].filter(Boolean).join(' · ')}</span>
              </span>
              <span className={`text-sm ${c.passed ? 'quiet' : 'flex items-center gap-1 text-warning'}`}>
                {!c.passed && <WarningSign size={14} />} {t(c.passed ? 'instrument.was-passed' : 'instrument.was-failed')}
              </span>
            </li>
          )
        })}
      </ol>
      {open && <CheckDialog instrumentId={instrumentId} channels={channels} units={units} today={today} onClose={() => setOpen(false)} />}
    </section>
  )
}
