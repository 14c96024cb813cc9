'use client'

import type { Step } from '@lucerna/core/procedure'
import { useEffect, useRef } from 'react'
import { clockText, timeAt } from '@/ui/dates'
import { WarningSign } from '@/ui/WarningSign'
import { t } from '@/messages/visit'
import { useNow } from '../client/useNow'
import { may, useDesk } from './context'

/** The clocks of a step: they run by the log, so that a reload or a second device finds them where they are. */
export function Clocks({ timers, stepId }: { readonly timers: Step['timers']; readonly stepId: string }) {
  if (timers.length === 0) return null
  return (
    <ul className="mt-3 divide-y divide-(--hairline) border-y hairline">
      {timers.map((clock) => (
        <Clock key={clock.id} {...clock} stepId={stepId} />
      ))}
    </ul>
  )
}

/** Clocks of work that somebody does while they run; the others only have to pass. */
const ATTENDED: readonly string[] = ['case-sweep', 'seat']
const UNSEEN_MS = 30_000

function Clock({ id, seconds, stepId }: Step['timers'][number] & { readonly stepId: string }) {
  const { visit, appliance, record, role, timeZone } = useDesk()
  const now = useNow()
  const running = visit.timers.findLast((c) => c.timer === id && c.applianceId === appliance.id)
  const endsAt = running ? Date.parse(running.startedAt) + running.seconds * 1000 : null
  const left = endsAt === null ? null : Math.max(0, (endsAt - now) / 1000)
  const readOnly = !may(role, 'timer.started') || visit.status !== 'open'
  const over = running !== undefined && running.endedAt === null && left === 0 && now > 0
  // Nobody saw it run out (the device slept, or the page was away): whether the work was done meanwhile is asked.
  const unseen = over && ATTENDED.includes(id) && endsAt !== null && now - endsAt > UNSEEN_MS
  const said = useRef<string | null>(null)
  useEffect(() => {
    // Once for each start, whatever redraws meanwhile.
    if (!over || unseen || readOnly || said.current === running.startedAt) return
    said.current = running.startedAt
    void record([{ type: 'timer.ended', stepId, applianceId: appliance.id, data: { timer: id } }])
  }, [over, unseen, readOnly, running, record, stepId, appliance.id, id])
  return (
    <li className="flex flex-wrap items-center gap-x-4 gap-y-2 py-2">
      <span className="min-w-28 flex-1">{t(`timer.${id}`)}</span>
      <span className="figure text-2xl" role="timer" aria-label={t(`timer.${id}`)}>
        {left === null ? clockText(seconds) : running?.endedAt ? `✓ ${clockText(running.seconds)}` : clockText(left)}
      </span>
      {running?.endedAt && <span className="text-sm quiet">{t('timer.out', { time: timeAt(running.endedAt, timeZone) })}</span>}
      {unseen && !readOnly && (
        <p className="flex w-full flex-wrap items-center gap-3 text-warning">
          <span className="flex flex-1 gap-2">
            <WarningSign size={18} />
            {t('timer.unseen', { time: timeAt(new Date(endsAt ?? 0).toISOString(), timeZone) })}
          </span>
          <button
            type="button"
            className="btn press btn-outline"
            onClick={() => void record([{ type: 'timer.ended', stepId, applianceId: appliance.id, data: { timer: id } }])}
          >
            {t('timer.to-the-end')}
          </button>
        </p>
      )}
      <button
        type="button"
        disabled={readOnly}
        data-key={running ? undefined : 't'}
        className={`btn press min-w-40 ${running ? 'btn-outline' : 'btn-primary'}`}
        onClick={() => void record([{ type: 'timer.started', stepId, applianceId: appliance.id, data: { timer: id, seconds } }])}
      >
        {t(running ? 'timer.again' : 'timer.start')}
      </button>
    </li>
  )
}
