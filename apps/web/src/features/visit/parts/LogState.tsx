'use client'

import { EVENTS_MAX } from '@lucerna/core/visit'
import { useEffect, useState } from 'react'
import { useOnline } from '@/ui/useOnline'
import { WarningSign } from '@/ui/WarningSign'
import { t } from '@/messages/visit'
import type { QueuedEvent } from '../client/queue'
import type { PhotoQueue } from '../client/usePhotoQueue'
import type { VisitLog } from '../client/useVisitLog'

/** From here on it is said how much room a visit has left. */
const NEARLY_FULL = 0.9 * EVENTS_MAX

/** A stream takes a moment to open, and is opened anew every ten minutes. */
const UNHEARD_MS = 5000

/** Whether nothing is heard of the server: no network, or for some time no stream. */
function useUnheard(devices: number | null): boolean {
  const online = useOnline()
  const [long, setLong] = useState(false)
  const silent = devices === null
  useEffect(() => {
    if (!silent) return
    const timer = setTimeout(() => setLong(true), UNHEARD_MS)
    return () => {
      clearTimeout(timer)
      setLong(false)
    }
  }, [silent])
  return !online || (silent && long)
}

/** Whether everything is kept, and how many devices see it: said in the header at all times. */
export function LogState({
  log,
  photos,
  devices,
  onParked,
  onSignIn,
}: {
  readonly log: VisitLog
  readonly photos: PhotoQueue
  readonly devices: number | null
  readonly onParked: () => void
  readonly onSignIn: () => void
}) {
  const unheard = useUnheard(devices)
  const refused = log.parked.length + photos.queued.filter((p) => p.parked).length
  const waiting = log.waitingCount + photos.queued.filter((p) => !p.parked).length
  if (refused > 0)
    return (
      <button type="button" className="btn gap-2 btn-ghost text-error btn-sm" onClick={onParked}>
        <WarningSign size={18} />
        {t('log.attention', { count: refused })}
      </button>
    )
  if (log.status === 'sign-in')
    return (
      <button type="button" className="btn gap-2 btn-ghost text-warning btn-sm" onClick={onSignIn}>
        <WarningSign size={18} />
        {t('log.sign-in', { count: waiting })}
      </button>
    )
  if (log.status === 'away')
    return (
      <span role="status" className="flex gap-2 text-sm text-warning">
        <WarningSign size={18} />
        {t('log.away', { count: waiting })}
      </span>
    )
  return (
    <span role="status" className="max-w-26 text-right text-sm leading-tight quiet sm:max-w-none">
      {waiting > 0 ? t('log.sending', { count: waiting }) : t('log.kept')}
      {unheard && ` · ${t('log.server-away')}`}
      {devices !== null && devices > 1 && ` · ${t('log.devices', { count: devices })}`}
      {log.events.length > NEARLY_FULL && ` · ${t('log.nearly-full', { left: Math.max(0, EVENTS_MAX - log.events.length) })}`}
    </span>
  )
}

/** What the server refused: kept here, with the reason, to be put right, sent again or thrown away knowingly. */
export function ParkedList({
  log,
  photos,
  onMend,
}: {
  readonly log: VisitLog
  readonly photos: PhotoQueue
  readonly onMend: (q: QueuedEvent) => void
}) {
  const refused = photos.queued.filter((p) => p.parked)
  return (
    <div className="flex flex-col gap-4">
      <p className="text-sm quiet">{t('parked.why')}</p>
      <ul className="divide-y divide-(--hairline) border-y hairline">
        {log.parked.map((q) => (
          <Row
            key={q.id}
            title={t(`event.${q.event.type}`)}
            what={
              q.event.type === 'reading.taken'
                ? q.event.data.readings
                    .map((r) => `${t(`short.${r.measurandId}`)} ${r.entered?.text ?? ''} ${r.entered?.unit ?? ''}`)
                    .join(' · ')
                : null
            }
            why={q.parked?.message ?? ''}
            onMend={q.event.type === 'reading.taken' && q.event.stepId ? () => onMend(q) : null}
            onAgain={() => log.tryAgain(q.id)}
            onDiscard={() => log.discard(q.id)}
          />
        ))}
        {refused.map((p) => (
          <Row
            key={p.id}
            title={t(p.kind === 'signature' ? 'signature.drawing' : 'step.photo')}
            what={p.caption || null}
            why={p.parked?.message ?? ''}
            onMend={null}
            onAgain={() => photos.tryAgain(p.id)}
            onDiscard={() => photos.discard(p.id)}
          />
        ))}
      </ul>
      {log.parked.length + refused.length === 0 && <p>{t('parked.none')}</p>}
    </div>
  )
}

function Row({
  title,
  what,
  why,
  onMend,
  onAgain,
  onDiscard,
}: {
  readonly title: string
  readonly what: string | null
  readonly why: string
  readonly onMend: (() => void) | null
  readonly onAgain: () => void
  readonly onDiscard: () => void
}) {
  return (
    <li className="flex flex-col gap-2 py-3">
      <p className="font-semibold">{title}</p>
      {what && <p className="text-sm quiet">{what}</p>}
      <p className="flex gap-2 text-sm text-error">
        <WarningSign size={18} />
        {why}
      </p>
      <div className="flex flex-wrap gap-3">
        {onMend && (
          <button type="button" className="btn press btn-primary" onClick={onMend}>
            {t('parked.mend')}
          </button>
        )}
        <button type="button" className="btn press btn-outline" onClick={onAgain}>
          {t('parked.again')}
        </button>
        <button type="button" className="btn press btn-outline" onClick={onDiscard}>
          {t('parked.discard')}
        </button>
      </div>
    </li>
  )
}
