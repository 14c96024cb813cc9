'use client'

import { useEffect, useState } from 'react'
import { timeAt } from '@/ui/dates'
import { WarningSign } from '@/ui/WarningSign'
import { t } from '@/messages/shell'

/** A page that comes from the server is younger than this when it is drawn. */
const FRESH_MS = 60_000

/** Says so when a page is an old copy because the server is away, and fetches it anew when it is back. */
export function AsOf({ at, timeZone }: { readonly at: string; readonly timeZone: string }) {
  const [away, setAway] = useState(false)
  useEffect(() => {
    if (Math.abs(Date.now() - Date.parse(at)) < FRESH_MS) return
    const reached = () =>
      fetch('/api/health', { cache: 'no-store' }).then(
        (r) => r.ok,
        () => false,
      )
    void reached().then((there) => setAway(!there))
    const back = () => void reached().then((there) => there && window.location.reload())
    window.addEventListener('online', back)
    return () => window.removeEventListener('online', back)
  }, [at])
  if (!away) return null
  return (
    <p role="status" className="flex gap-2 border-y hairline py-3 text-warning">
      <WarningSign />
      {t('offline.as-of', { time: timeAt(at, timeZone) })}
    </p>
  )
}
