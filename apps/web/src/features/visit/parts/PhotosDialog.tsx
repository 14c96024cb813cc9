'use client'

import Image from 'next/image'
import { useEffect, useMemo, useState } from 'react'
import { v7 as uuidv7 } from 'uuid'
import { FileButton } from '@/ui/FileButton'
import { toast } from '@/ui/toast'
import { WarningSign } from '@/ui/WarningSign'
import { t } from '@/messages/visit'
import type { QueuedPhoto } from '../client/queue'
import { shrink } from '@/ui/shrink'
import { may, useDesk } from './context'

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
            look="btn-primary"
            disabled={busy}
            onFile={(file) => void take(file)}
          />
        </>
      )}
    </div>
  )
}

/** A picture from the device while it waits, from the server afterwards. */
export function Picture({
  id,
  alt,
  queued,
  whole = false,
}: {
  readonly id: string
  readonly alt: string
  readonly queued: QueuedPhoto | undefined
  /** Nothing is cut off to fit: a signature. */
  readonly whole?: boolean
}) {
  const local = useMemo(() => (queued ? URL.createObjectURL(queued.picture) : null), [queued])
  useEffect(() => () => void (local && URL.revokeObjectURL(local)), [local])
  return (
    <>
      <Image
        src={local ?? `/api/v1/photos/${id}?size=small`}
        alt={alt}
        width={360}
        height={270}
        unoptimized
        className={`rounded-md border hairline ${whole ? 'h-20 w-auto bg-white object-contain' : 'aspect-4/3 w-full bg-base-300 object-cover'}`}
      />
      {queued &&
        (queued.parked ? (
          <span className="flex gap-1 text-sm text-error">
            <WarningSign size={16} /> {queued.parked.message}
          </span>
        ) : (
          <span className="text-sm text-warning">{t('photos.waiting')}</span>
        ))}
    </>
  )
}
