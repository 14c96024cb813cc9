'use client'

import { useState } from 'react'
import { ask } from '@/ui/ask'
import { toast } from '@/ui/toast'
import { t } from '@/messages/today'

/** The address that a calendar program subscribes to. */
export function CalendarLink({ address: before }: { readonly address: string | null }) {
  const [address, setAddress] = useState(before)
  const change = async (method: 'POST' | 'DELETE') => {
    const answer = await ask(method, '/api/v1/me/calendar')
    if (!answer.ok) return toast.error(answer.problem.detail)
    setAddress(method === 'POST' ? String(answer.body.address) : null)
    toast(t(method === 'POST' ? 'calendar.made' : 'calendar.removed'))
  }
  const copy = () =>
    void navigator.clipboard.writeText(address ?? '').then(
      () => toast(t('calendar.copied')),
      () => undefined,
    )
  return (
    <div className="flex flex-col gap-3">
      {address && (
        <input
          readOnly
          value={address}
          aria-label={t('calendar.address')}
          className="input w-full font-mono text-sm"
          onFocus={(e) => e.target.select()}
        />
      )}
      <div className="flex flex-wrap gap-2">
        {address && (
          <button type="button" className="btn btn-outline" onClick={copy}>
            {t('calendar.copy')}
          </button>
        )}
        <button type="button" className="btn btn-outline" onClick={() => void change('POST')}>
          {t(address ? 'calendar.new' : 'calendar.make')}
        </button>
        {address && (
          <button type="button" className="btn btn-ghost" onClick={() => void change('DELETE')}>
            {t('calendar.remove')}
          </button>
        )}
      </div>
    </div>
  )
}
