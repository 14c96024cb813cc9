'use client'

import { useRouter } from 'next/navigation'
import { useState } from 'react'
import { toast } from '@/ui/toast'
import { ask } from '@/ui/ask'
import { toldWithUndo } from '@/ui/undo'
import { plainDate } from '@/ui/dates'
import { t } from '@/messages/people'

/** The practice that the firm works by; a lead changes it, everybody sees it. */
export function FirmPractice({
  current,
  practices,
  mayChange,
}: {
  readonly current: { readonly practiceId: string; readonly version: number }
  readonly practices: readonly { readonly id: string; readonly title: string; readonly version: number; readonly dated: string }[]
  readonly mayChange: boolean
}) {
  const router = useRouter()
  const [busy, setBusy] = useState(false)
  const change = async (practiceId: string, version: number, undoable: boolean) => {
    setBusy(true)
    const answer = await ask('PUT', '/api/v1/firm', { practiceId }, version)
    setBusy(false)
    if (!answer.ok) toast.error(answer.problem.detail)
    else if (undoable) toldWithUndo(t('settings.firm-changed'), () => void change(current.practiceId, answer.version ?? version + 1, false))
    router.refresh()
  }
  return (
    <div role="radiogroup" aria-label={t('settings.firm')} className="flex flex-col gap-2">
      {practices.map((p) => (
        <button
          key={p.id}
          type="button"
          role="radio"
          aria-checked={p.id === current.practiceId}
          disabled={busy || (!mayChange && p.id !== current.practiceId)}
          className={`btn h-auto press justify-start py-2 text-left ${p.id === current.practiceId ? 'btn-primary' : 'btn-outline'}`}
          onClick={() => mayChange && p.id !== current.practiceId && void change(p.id, current.version, true)}
        >
          <span>
            {p.title}
            <span className="block text-sm font-normal">
              {t('settings.practice-version', { version: p.version, date: plainDate(p.dated) })}
            </span>
          </span>
        </button>
      ))}
      {!mayChange && <p className="text-sm quiet">{t('settings.firm-lead')}</p>}
    </div>
  )
}
