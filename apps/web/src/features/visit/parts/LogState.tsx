'use client'

import Link from 'next/link'
import { WarningSign } from '@/ui/WarningSign'
import { t } from '@/ui/words'
import type { VisitLog } from '../client/useVisitLog'

/** Whether everything is kept: said in the header at all times. */
export function LogState({ log, visitId, onParked }: { readonly log: VisitLog; readonly visitId: string; readonly onParked: () => void }) {
  if (log.parked.length > 0)
    return (
      <button type="button" className="btn gap-2 btn-ghost text-error btn-sm" onClick={onParked}>
        <WarningSign size={18} />
        {t('log.attention', { count: log.parked.length })}
      </button>
    )
  if (log.status === 'sign-in')
    return (
      <Link className="btn gap-2 btn-ghost text-warning btn-sm" href={`/sign-in?next=/visits/${visitId}`}>
        <WarningSign size={18} />
        {t('log.sign-in', { count: log.waitingCount })}
      </Link>
    )
  if (log.status === 'away')
    return (
      <span role="status" className="flex gap-2 text-sm text-warning">
        <WarningSign size={18} />
        {t('log.away', { count: log.waitingCount })}
      </span>
    )
  return (
    <span role="status" className="text-sm quiet">
      {log.waitingCount > 0 ? t('log.sending', { count: log.waitingCount }) : t('log.kept')}
    </span>
  )
}

/** What the server refused: kept here, with the reason, to be sent again or thrown away knowingly. */
export function ParkedList({ log }: { readonly log: VisitLog }) {
  return (
    <div className="flex flex-col gap-4">
      <p className="text-sm quiet">{t('parked.why')}</p>
      <ul className="divide-y divide-(--hairline) border-y hairline">
        {log.parked.map((q) => (
          <li key={q.id} className="flex flex-col gap-2 py-3">
            <p className="font-semibold">{t(`event.${q.event.type}`)}</p>
            {q.event.type === 'reading.taken' && (
              <p className="text-sm quiet">
                {q.event.data.readings
                  .map((r) => `${t(`short.${r.measurandId}`)} ${r.entered?.text ?? ''} ${r.entered?.unit ?? ''}`)
                  .join(' · ')}
              </p>
            )}
            <p className="flex gap-2 text-sm text-error">
              <WarningSign size={18} />
              {q.parked?.message}
            </p>
            <div className="flex gap-3">
              <button type="button" className="btn btn-outline" onClick={() => log.tryAgain(q.id)}>
                {t('parked.again')}
              </button>
              <button type="button" className="btn btn-outline" onClick={() => log.discard(q.id)}>
                {t('parked.discard')}
              </button>
            </div>
          </li>
        ))}
      </ul>
      {log.parked.length === 0 && <p>{t('parked.none')}</p>}
    </div>
  )
}
