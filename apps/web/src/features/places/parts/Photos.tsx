'use client'

import { Camera } from 'lucide-react'
import { useRouter } from 'next/navigation'
import { useRef, useState } from 'react'
import { toast } from '@/ui/toast'
import { ask } from '@/ui/ask'
import { Dialog } from '@/ui/Dialog'
import { toldWithUndo } from '@/ui/undo'
import { WarningSign } from '@/ui/WarningSign'
import { t } from '@/messages/places'
import type { Dated } from '../dated'
import type { PhotoShown } from '../server/photos'
import { Picture } from './Picture'

/** Photographs of a site or an appliance: taken or chosen, looked at, taken away, erased. */
export function Photos({
  photos,
  siteId,
  applianceId,
  mayAdd,
  mayRemove,
  mayErase,
}: {
  readonly photos: readonly Dated<PhotoShown>[]
  readonly siteId: string
  readonly applianceId?: string
  readonly mayAdd: boolean
  readonly mayRemove: boolean
  readonly mayErase: boolean
}) {
  const router = useRouter()
  const file = useRef<HTMLInputElement>(null)
  const [sending, setSending] = useState<{ readonly done: number; readonly of: number } | null>(null)
  const [failed, setFailed] = useState<readonly string[]>([])
  const [shown, setShown] = useState<Dated<PhotoShown> | null>(null)
  const send = async (files: readonly File[]) => {
    const problems: string[] = []
    for (const [i, one] of files.entries()) {
      setSending({ done: i, of: files.length })
      const about = new URLSearchParams({ siteId, ...(applianceId && { applianceId }) })
      const answer = await ask('POST', `/api/v1/photos?${about}`, one)
      if (!answer.ok) problems.push(`${one.name}: ${answer.problem.detail}`)
    }
    setSending(null)
    setFailed(problems)
    if (file.current) file.current.value = ''
    router.refresh()
  }
  const remove = async (photo: PhotoShown) => {
    setShown(null)
    const answer = await ask('DELETE', `/api/v1/photos/${photo.id}`)
    if (!answer.ok) return void toast.error(answer.problem.detail)
    router.refresh()
    toldWithUndo(t('photo.removed'), () => void ask('POST', `/api/v1/photos/${photo.id}/restore`).then(() => router.refresh()))
  }
  const erase = async (photo: PhotoShown) => {
    setShown(null)
    const answer = await ask('DELETE', `/api/v1/photos/${photo.id}?forever=1`)
    toast(answer.ok ? t('photo.erased') : answer.problem.detail)
    router.refresh()
  }
  return (
    <section>
      <div className="mb-2 flex items-center justify-between gap-3">
        <h2 className="text-lg font-semibold">{t('photo.title')}</h2>
        {mayAdd && (
          <label className={`btn btn-outline ${sending ? 'btn-disabled' : ''}`}>
            <Camera size={18} aria-hidden="true" />
            {sending ? t('photo.sending', { done: sending.done + 1, of: sending.of }) : t('photo.add')}
            <input
              ref={file}
              type="file"
              accept="image/*"
              multiple
              className="sr-only"
              disabled={sending !== null}
              onChange={(e) => void send([...(e.target.files ?? [])])}
            />
          </label>
        )}
      </div>
      {failed.map((f) => (
        <p key={f} role="alert" className="mb-2 flex gap-2 text-error">
          <WarningSign /> {f}
        </p>
      ))}
      {photos.length === 0 ? (
        <p className="border-y hairline py-6 text-center quiet">{t('photo.none')}</p>
      ) : (
        <ul className="grid grid-cols-2 gap-3 sm:grid-cols-3 lg:grid-cols-4">
          {photos.map((p) => (
            <li key={p.id}>
              <button type="button" className="block w-full cursor-pointer" onClick={() => setShown(p)}>
                <Picture photo={p} day={p.day} size="small" className="aspect-4/3 w-full rounded border hairline object-cover" />
                <span className="mt-1 block truncate text-left text-sm quiet">{p.day}</span>
              </button>
            </li>
          ))}
        </ul>
      )}
      {shown && (
        <Dialog title={t('photo.of', { date: shown.day })} onClose={() => setShown(null)}>
          <Picture photo={shown} day={shown.day} size="full" className="w-full rounded" />
          <p className="mt-2 text-sm quiet">{t('photo.by', { name: shown.by })}</p>
          <div className="mt-4 flex flex-wrap gap-3">
            {mayRemove && (
              <button type="button" className="btn btn-outline" onClick={() => void remove(shown)}>
                {t('register.remove')}
              </button>
            )}
            {mayErase && (
              <button type="button" className="btn btn-ghost text-error" onClick={() => void erase(shown)}>
                <WarningSign size={18} /> {t('photo.erase')}
              </button>
            )}
          </div>
        </Dialog>
      )}
    </section>
  )
}
