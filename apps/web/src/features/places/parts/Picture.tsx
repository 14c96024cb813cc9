import Image from 'next/image'
import { t } from '@/messages/places'
import type { PhotoShown } from '../server/photos'

/** A photograph as our own API gives it, made small already: nothing in between may fetch it, for it is the firm's alone. */
export function Picture({
  photo,
  day,
  size,
  className,
}: {
  readonly photo: PhotoShown
  /** The day it was taken on, as written there. */
  readonly day: string
  readonly size: 'small' | 'full'
  readonly className: string
}) {
  return (
    <Image
      unoptimized
      src={`/api/v1/photos/${photo.id}?size=${size}`}
      alt={photo.caption || t('photo.of', { date: day })}
      width={photo.width}
      height={photo.height}
      className={className}
    />
  )
}
