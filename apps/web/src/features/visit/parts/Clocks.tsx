'use client'

import type { Step } from '@lucerna/core/procedure'
import { useEffect, useRef } from 'react'
import { clockText, timeAt } from '@/ui/dates'
import { t } from '@/ui/words'
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

function Clock({ id, seconds, stepId }: Step['timers'][number] & { readonly stepId: string }) {
  const { visit, appliance, now, record, role, timeZone } = useDesk()
  const running = visit.timers.findLast((c) => c.timer === id && c.applianceId === appliance.id)
  const endsAt = running ? Date.parse(running.startedAt) + running.seconds * 1000 : null
  const left = endsAt === null ? null : Math.max(0, (endsAt - now) / 1000)
  const readOnly = !may(role, 'timer.started') || visit.status !== 'open'
  const over = running !== undefined && running.endedAt === null && left === 0 && now > 0
  const said = useRef<string | null>(null)
  useEffect(() => {
    // Once for each start, whatever redraws meanwhile.
    if (!over || readOnly || said.current === running.startedAt) return
    said.current = running.startedAt
    void record([{ type: 'timer.ended', stepId, applianceId: appliance.id, data: { timer: id } }])
  }, [over, readOnly, running, record, stepId, appliance.id, id])
  return (
    <li className="flex flex-wrap items-center gap-x-4 gap-y-2 py-2">
      <span className="min-w-28 flex-1">{t(`timer.${id}`)}</span>
      <span className="figure text-2xl" role="timer" aria-label={t(`timer.${id}`)}>
        {left === null ? clockText(seconds) : running?.endedAt ? `✓ ${clockText(running.seconds)}` : clockText(left)}
      </span>
      {running?.endedAt && <span className="text-sm quiet">{t('timer.out', { time: timeAt(running.endedAt, timeZone) })}</span>}
      <button
        type="button"
        disabled={readOnly}
        className={`btn press min-w-40 ${running ? 'btn-outline' : 'btn-primary'}`}
        onClick={() => void record([{ type: 'timer.started', stepId, applianceId: appliance.id, data: { timer: id, seconds } }])}
      >
        {t(running ? 'timer.again' : 'timer.start')}
      </button>
    </li>
  )
}
