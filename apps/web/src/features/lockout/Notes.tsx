'use client'

import { useRouter } from 'next/navigation'
import { ask } from '@/ui/ask'
import { dateAt, timeAt } from '@/ui/dates'
import { toast } from '@/ui/toast'
import { toldWithUndo } from '@/ui/undo'
import { t } from '@/messages/label'
import type { NoteShown } from './server/notes'

/** What customers told by the code on the lid: to be taken over, or put aside. */
export function LockoutNotes({
  notes,
  timeZone,
  mayReview,
}: {
  readonly notes: readonly NoteShown[]
  readonly timeZone: string
  readonly mayReview: boolean
}) {
  const router = useRouter()
  if (notes.length === 0) return null
  const put = async (note: NoteShown, state: NoteShown['state']) => {
    const answer = await ask('PUT', `/api/v1/lock-out-notes/${note.id}`, { state })
    router.refresh()
    return answer.ok || void toast.error(answer.problem.detail)
  }
  const review = async (note: NoteShown, state: 'taken' | 'dismissed') => {
    if (await put(note, state)) toldWithUndo(t(`tell.reviewed.${state}`), () => void put(note, note.state))
  }
  return (
    <section aria-labelledby="lock-outs">
      <h2 id="lock-outs" className="mb-1 text-lg font-semibold">
        {t('tell.title')}
      </h2>
      <ul className="divide-y divide-(--hairline) border-y hairline">
        {notes.map((n) => (
          <li key={n.id} className="flex flex-wrap items-center justify-between gap-3 py-2">
            <span>
              {dateAt(n.happenedAt, timeZone)}, {timeAt(n.happenedAt, timeZone)}
              {n.service && ` · ${t(`tell.service.${n.service}`)}`}
              {n.code && ` · ${n.code}`}
              {n.state === 'taken' && <span className="quiet"> · {t('tell.taken')}</span>}
              {n.hasPicture && (
                <a
                  href={`/api/v1/lock-out-notes/${n.id}/picture`}
                  target="_blank"
                  rel="noreferrer"
                  className="block text-primary underline"
                >
                  {t('tell.picture-open')}
                </a>
              )}
            </span>
            {mayReview && (
              <span className="flex gap-2">
                {n.state === 'new' && (
                  <button type="button" className="btn press btn-outline" onClick={() => void review(n, 'taken')}>
                    {t('tell.take')}
                  </button>
                )}
                <button type="button" className="btn press btn-ghost text-primary" onClick={() => void review(n, 'dismissed')}>
                  {t('tell.dismiss')}
                </button>
              </span>
            )}
          </li>
        ))}
      </ul>
    </section>
  )
}
