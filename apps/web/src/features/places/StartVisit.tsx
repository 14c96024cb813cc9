'use client'

import { useRouter } from 'next/navigation'
import { useState } from 'react'
import { WarningSign } from '@/ui/WarningSign'
import { t } from '@/ui/words'

/** Plans a service for now and goes there; the start itself is an event of the visit. */
export function StartVisit({ siteId, applianceId }: { readonly siteId: string; readonly applianceId: string }) {
  const router = useRouter()
  const [busy, setBusy] = useState(false)
  const [error, setError] = useState<string | null>(null)
  const begin = async () => {
    setBusy(true)
    setError(null)
    try {
      const response = await fetch('/api/v1/visits', {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify({ siteId, applianceIds: [applianceId], jobKind: 'annual-service' }),
      })
      const body = (await response.json()) as { id?: string; detail?: string }
      if (response.ok && body.id) return router.push(`/visits/${body.id}`)
      setError(body.detail ?? t('appliance.start-failed'))
    } catch {
      setError(t('appliance.start-away'))
    }
    setBusy(false)
  }
  return (
    <div className="flex flex-col items-stretch gap-2">
      <button type="button" className="btn press px-8 text-lg btn-primary" disabled={busy} onClick={() => void begin()}>
        {busy ? t('appliance.starting') : t('appliance.start')}
      </button>
      {error && (
        <p role="alert" className="flex gap-2 text-sm text-error">
          <WarningSign size={18} />
          {error}
        </p>
      )}
    </div>
  )
}
