'use client'

import { useRouter } from 'next/navigation'
import { useState } from 'react'
import { ask } from '@/ui/ask'
import { toast } from '@/ui/toast'
import { t } from '@/messages/today'

/** Samples to try with: added where a firm begins, taken away by one button (which asks once). */
export function Sample({ there }: { readonly there: boolean }) {
  const router = useRouter()
  const [busy, setBusy] = useState(false)
  const [sure, setSure] = useState(false)
  const act = async (method: 'POST' | 'DELETE') => {
    setBusy(true)
    const answer = await ask(method, '/api/v1/firm/sample')
    setBusy(false)
    setSure(false)
    if (!answer.ok) return toast.error(answer.problem.detail)
    toast(method === 'POST' ? t('sample.added') : t('sample.removed', { count: Number(answer.body.visits) }))
    router.refresh()
  }
  if (!there)
    return (
      <p className="flex flex-wrap items-center gap-3 py-3">
        <button type="button" className="btn btn-outline btn-sm" disabled={busy} onClick={() => void act('POST')}>
          {t(busy ? 'sample.adding' : 'sample.add')}
        </button>
        <span className="text-sm quiet">{t('sample.what')}</span>
      </p>
    )
  return (
    <section aria-label={t('sample.title')} className="flex flex-wrap items-center gap-x-4 gap-y-2 border-y hairline py-3">
      <p className="grow text-sm">{t(sure ? 'sample.sure' : 'sample.note')}</p>
      {sure ? (
        <span className="flex gap-2">
          <button type="button" className="btn btn-error btn-sm" disabled={busy} onClick={() => void act('DELETE')}>
            {t('sample.remove-now')}
          </button>
          <button type="button" className="btn btn-ghost btn-sm" onClick={() => setSure(false)}>
            {t('form.cancel')}
          </button>
        </span>
      ) : (
        <button type="button" className="btn btn-outline btn-sm" onClick={() => setSure(true)}>
          {t('sample.remove')}
        </button>
      )}
    </section>
  )
}
