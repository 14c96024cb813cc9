'use client'

import Image from 'next/image'
import { useEffect, useMemo } from 'react'
import { t } from '@/messages/visit'
import { WarningSign } from '@/ui/WarningSign'
import type { QueuedPhoto } from '../client/queue'

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
