'use client'

import { useState } from 'react'
import { v7 as uuidv7 } from 'uuid'
import { FileButton } from '@/ui/FileButton'
import { toast } from '@/ui/toast'
import { t } from '@/messages/visitLater'
import { shrink } from '@/ui/shrink'
import { may, useDesk } from './context'
import { Picture } from './Picture'

/** Photographs of a step: taken, seen at once, sent when the server can be reached. */
export function PhotosDialog({ stepId }: { readonly stepId: string }) {
  const { visit, appliance, record, role, photos, queuedPhotos } = useDesk()
  const [caption, setCaption] = useState('')
  const [busy, setBusy] = useState(false)
  const own = visit.photos.filter((p) => p.stepId === stepId && (p.applianceId === null || p.applianceId === appliance.id))
  const take = async (file: File) => {
    setBusy(true)
    const id = uuidv7()
    const said = caption.trim()
    try {
      await photos.add({ id, kind: 'photo', applianceId: appliance.id, caption: said, picture: await shrink(file) })
      await record([{ type: 'photo.taken', stepId, applianceId: appliance.id, data: { photoId: id, ...(said && { caption: said }) } }])
      setCaption('')
    } catch {
      toast.error(t('photos.not-kept'))
    }
    setBusy(false)
  }
  return (
    <div className="flex flex-col gap-4">
      {own.length === 0 ? (
        <p className="quiet">{t('photos.none')}</p>
      ) : (
        <ul className="grid grid-cols-2 gap-3 sm:grid-cols-3">
          {own.map((p) => (
            <li key={p.id} className="flex flex-col gap-1">
              <Picture id={p.id} alt={p.caption ?? t('photos.alt')} queued={queuedPhotos.find((q) => q.id === p.id)} />
              {p.caption && <span className="text-sm">{p.caption}</span>}
            </li>
          ))}
        </ul>
      )}
      {may(role, 'photo.taken') && visit.status === 'open' && (
        <>
          <label className="flex flex-col gap-1">
            <span className="font-semibold">{t('photos.caption')}</span>
            <input className="input press w-full" maxLength={200} value={caption} onChange={(e) => setCaption(e.target.value)} />
          </label>
          <FileButton
            label={busy ? t('form.saving') : t('photos.take')}
            accept="image/*"
            look="press btn-primary"
            disabled={busy}
            onFile={(file) => void take(file)}
          />
        </>
      )}
    </div>
  )
}
