'use client'

import Image from 'next/image'
import { useCallback, useState } from 'react'
import { t } from '@/messages/report'

/** A picture of the visit. One that the server has not got (still on the device that took it, refused, or erased since) leaves its place and says so. */
export function Kept({ id, alt }: { readonly id: string; readonly alt: string }) {
  const [missing, setMissing] = useState(false)
  // It may have failed before there was anybody to tell.
  const seen = useCallback((image: HTMLImageElement | null) => {
    if (image?.complete && image.naturalWidth === 0) setMissing(true)
  }, [])
  if (missing)
    return (
      <span
        role="img"
        aria-label={`${alt}: ${t('report.photo-missing')}`}
        className="flex aspect-4/3 w-full items-center justify-center border border-dashed hairline p-2 text-center text-xs quiet"
      >
        {t('report.photo-missing')}
      </span>
    )
  return (
    <Image
      ref={seen}
      src={`/api/v1/photos/${id}?size=small`}
      alt={alt}
      width={360}
      height={270}
      unoptimized
      onError={() => setMissing(true)}
      className="w-full bg-white object-contain"
    />
  )
}
