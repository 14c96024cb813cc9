'use client'

import type { JobKind } from '@lucerna/core/procedure'
import { useRouter } from 'next/navigation'
import { useState } from 'react'
import { WarningSign } from '@/ui/WarningSign'
import { t } from '@/ui/words'
import { JobSelect } from './parts/JobSelect'

/** Plans a visit for now and goes there; the start itself is an event of the visit. */
export function StartVisit({
  siteId,
  applianceId,
  beside,
}: {
  readonly siteId: string
  readonly applianceId: string
  /** There is a visit already: this one is for something else. */
  readonly beside: boolean
}) {
  const router = useRouter()
  const [jobKind, setJobKind] = useState<JobKind>('annual-service')
  const [busy, setBusy] = useState(false)
  const [error, setError] = useState<string | null>(null)
  const begin = async () => {
    setBusy(true)
    setError(null)
    try {
      const response = await fetch('/api/v1/visits', {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify({ siteId, applianceIds: [applianceId], jobKind }),
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
      <JobSelect id="start-job" value={jobKind} onChange={setJobKind} />
      <button
        type="button"
        className={`btn press px-8 text-lg ${beside ? 'btn-outline' : 'btn-primary'}`}
        disabled={busy}
        onClick={() => void begin()}
      >
        {busy ? t('appliance.starting') : t(beside ? 'appliance.start-other' : 'appliance.start')}
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
