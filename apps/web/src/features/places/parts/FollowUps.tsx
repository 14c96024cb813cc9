'use client'

import { useRouter } from 'next/navigation'
import { useState } from 'react'
import { ask } from '@/ui/ask'
import { toldWithUndo } from '@/ui/undo'
import { WarningSign } from '@/ui/WarningSign'
import { t } from '@/messages/places'
import { followUpText } from '../followUpText'
import type { Dated } from '../dated'
import type { FollowUpRow } from '../server/pages'

/** What earlier visits left to be done; closed with a word about what was done. */
export function FollowUps({ list, mayClose }: { readonly list: readonly Dated<FollowUpRow>[]; readonly mayClose: boolean }) {
  const open = list.filter((f) => f.closedAt === null)
  if (open.length === 0) return null
  return (
    <section aria-labelledby="follow-ups">
      <h2 id="follow-ups" className="mb-1 text-lg font-semibold">
        {t('follow-up.title')}
      </h2>
      <ul className="divide-y divide-(--hairline) border-y hairline">
        {open.map((f) => (
          <FollowUp key={f.id} item={f} mayClose={mayClose} />
        ))}
      </ul>
    </section>
  )
}

function FollowUp({ item, mayClose }: { readonly item: Dated<FollowUpRow>; readonly mayClose: boolean }) {
  const router = useRouter()
  const [closing, setClosing] = useState(false)
  const [note, setNote] = useState('')
  const [error, setError] = useState<string | null>(null)
  const close = async () => {
    const answer = await ask('PUT', `/api/v1/follow-ups/${item.id}`, { note })
    if (!answer.ok) return setError(answer.problem.fields.note ?? answer.problem.detail)
    router.refresh()
    toldWithUndo(t('follow-up.closed'), () => void ask('DELETE', `/api/v1/follow-ups/${item.id}`).then(() => router.refresh()))
  }
  return (
    <li className="py-3">
      <div className="flex items-start justify-between gap-3">
        <p className="flex min-w-0 gap-2">
          <span className={item.kind === 'outcome' || item.code === 'danger-now' ? 'text-error' : 'text-warning'}>
            <WarningSign />
          </span>
          <span className="min-w-0 break-words">
            {followUpText(item)}
            <span className="block text-sm quiet">{t('follow-up.since', { date: item.day })}</span>
          </span>
        </p>
        {mayClose && !closing && (
          <button type="button" className="btn shrink-0 btn-outline" onClick={() => setClosing(true)}>
            {t('follow-up.close')}
          </button>
        )}
      </div>
      {closing && (
        <form
          className="mt-2 flex flex-wrap gap-2"
          onSubmit={(e) => {
            e.preventDefault()
            void close()
          }}
        >
          <input
            autoFocus
            aria-label={t('follow-up.done')}
            placeholder={t('follow-up.done')}
            value={note}
            maxLength={500}
            onChange={(e) => setNote(e.target.value)}
            className="input min-w-0 grow"
          />
          <button className="btn btn-primary">{t('follow-up.keep')}</button>
          <button type="button" className="btn btn-ghost text-primary" onClick={() => setClosing(false)}>
            {t('form.cancel')}
          </button>
          {error && (
            <p role="alert" className="w-full text-sm text-error">
              {error}
            </p>
          )}
        </form>
      )}
    </li>
  )
}
