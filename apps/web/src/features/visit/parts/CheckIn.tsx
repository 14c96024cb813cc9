'use client'

import { useEffect, useRef } from 'react'
import { clockText } from '@/ui/dates'
import { playTone } from '@/ui/tones'
import { WarningSign } from '@/ui/WarningSign'
import { t } from '@/messages/visit'
import { useNow } from '../client/useNow'
import { may, useDesk } from './context'

const EVERY_S = 3600

/** Working alone: an hour to say that one is well, from the log, so that every device of the visit knows. */
export function CheckIn() {
  const { visit, record, role } = useDesk()
  const now = useNow()
  const clock = visit.timers.findLast((c) => c.timer === 'check-in')
  const left = clock && now > 0 ? (Date.parse(clock.startedAt) + clock.seconds * 1000 - now) / 1000 : null
  const over = left !== null && left <= 0
  const said = useRef<string | null>(null)
  useEffect(() => {
    if (!over || said.current === clock?.startedAt) return
    said.current = clock?.startedAt ?? null
    playTone('danger')
  }, [over, clock])
  if (visit.status !== 'open' || !may(role, 'timer.started')) return null
  return (
    <section
      aria-label={t('check-in.title')}
      className="mt-6 flex flex-wrap items-center gap-3 border-t hairline pt-4 text-sm first:mt-0 first:border-0 first:pt-0"
    >
      <span className={`flex min-w-40 flex-1 gap-2 ${over ? 'font-semibold text-error' : 'quiet'}`}>
        {over && <WarningSign size={18} />}
        {over ? t('check-in.over') : left === null ? t('check-in.what') : t('check-in.left', { time: clockText(left) })}
      </span>
      <button
        type="button"
        className={`btn press ${over ? 'btn-primary' : 'btn-outline'}`}
        onClick={() => void record([{ type: 'timer.started', data: { timer: 'check-in', seconds: EVERY_S } }])}
      >
        {t(left === null ? 'check-in.start' : 'check-in.well')}
      </button>
    </section>
  )
}
