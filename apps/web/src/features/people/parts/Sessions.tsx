'use client'

import { useRouter } from 'next/navigation'
import { toast } from '@/ui/toast'
import { ask } from '@/ui/ask'
import { dateAt, timeAt } from '@/ui/dates'
import { t } from '@/messages/people'
import type { SessionShown } from '../server/sessions'

/** Where one is signed in; each can be ended, or all at once. */
export function Sessions({ list }: { readonly list: readonly SessionShown[] }) {
  const router = useRouter()
  const end = async (url: string, said: string) => {
    const answer = await ask('DELETE', url)
    toast(answer.ok ? said : answer.problem.detail)
    router.refresh()
  }
  const zone = Intl.DateTimeFormat().resolvedOptions().timeZone
  return (
    <>
      <ul className="divide-y divide-(--hairline) border-y hairline">
        {list.map((s) => (
          <li key={s.id} className="flex flex-wrap items-center justify-between gap-3 py-2">
            <span>
              {s.device}
              <span className="block text-sm quiet" suppressHydrationWarning>
                {t('session.since', { date: dateAt(s.createdAt, zone), time: timeAt(s.createdAt, zone) })}
                {s.ipAddress && ` · ${s.ipAddress}`}
              </span>
            </span>
            {s.here ? (
              <span className="text-sm quiet">{t('session.here')}</span>
            ) : (
              <button
                type="button"
                className="btn btn-ghost text-primary"
                onClick={() => void end(`/api/v1/me/sessions/${s.id}`, t('session.ended'))}
              >
                {t('session.end')}
              </button>
            )}
          </li>
        ))}
      </ul>
      <div className="mt-3 flex flex-wrap gap-2">
        {list.length > 1 && (
          <button
            type="button"
            className="btn btn-outline"
            onClick={() => void end('/api/v1/me/sessions?but=here', t('session.others-ended'))}
          >
            {t('session.end-others')}
          </button>
        )}
        <button type="button" className="btn btn-outline" onClick={() => void end('/api/v1/me/sessions', t('session.ended'))}>
          {t('session.end-all')}
        </button>
      </div>
    </>
  )
}
