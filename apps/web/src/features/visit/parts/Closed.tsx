'use client'

import { useEffect, useRef, useState } from 'react'
import { t } from '@/messages/visit'
import { may, useDesk } from './context'

/** What can be done with a closed visit: its report (taken by itself when it was closed here), a reading corrected, and, for a lead, opened again. */
export function Closed({ goOn }: { readonly goOn: boolean }) {
  const { visit, role, openDialog } = useDesk()
  const link = useRef<HTMLAnchorElement>(null)
  const [reopening, setReopening] = useState(false)
  useEffect(() => {
    if (goOn) link.current?.click()
  }, [goOn])
  return (
    <div className="flex flex-col gap-4 py-6">
      <p className="text-lg">
        {t('finish.closed')}{' '}
        <a ref={link} className="link text-primary" href={`/visits/${visit.visitId}/report`}>
          {t('finish.to-report')}
        </a>
      </p>
      {reopening ? (
        <Reopen onDone={() => setReopening(false)} />
      ) : (
        <div className="flex flex-wrap gap-3">
          {may(role, 'reading.corrected') && (
            <button type="button" className="btn press btn-outline" onClick={() => openDialog('correct')}>
              {t('correct.open')}
            </button>
          )}
          {may(role, 'visit.reopened') && (
            <button type="button" className="btn press btn-outline" onClick={() => setReopening(true)}>
              {t('reopen.open')}
            </button>
          )}
        </div>
      )}
    </div>
  )
}

function Reopen({ onDone }: { readonly onDone: () => void }) {
  const { record } = useDesk()
  const [reason, setReason] = useState('')
  return (
    <form
      className="flex flex-col gap-3"
      onSubmit={(e) => {
        e.preventDefault()
        if (reason.trim().length >= 3) void record([{ type: 'visit.reopened', data: { reason: reason.trim() } }])
      }}
    >
      <label className="flex flex-col gap-1">
        <span className="font-semibold">{t('reopen.reason')}</span>
        <textarea
          autoFocus
          className="textarea min-h-24 w-full"
          value={reason}
          maxLength={2000}
          onChange={(e) => setReason(e.target.value)}
        />
        <span className="text-sm quiet">{t('reopen.what')}</span>
      </label>
      <div className="flex gap-3">
        <button className="btn press flex-1 btn-primary" disabled={reason.trim().length < 3}>
          {t('reopen.do')}
        </button>
        <button type="button" className="btn press btn-outline" onClick={onDone}>
          {t('reopen.not')}
        </button>
      </div>
    </form>
  )
}
