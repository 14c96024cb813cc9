'use client'

import { useRouter } from 'next/navigation'
import { useState } from 'react'
import { ask } from '@/ui/ask'
import { t } from '@/messages/places'

/** Plans a visit for now and goes there. What goes wrong is said, and nothing is lost by trying again. */
export function useNewVisit() {
  const router = useRouter()
  const [busy, setBusy] = useState(false)
  const [error, setError] = useState<string | null>(null)
  const begin = async (visit: {
    readonly siteId: string
    readonly applianceIds: readonly string[]
    readonly jobKind: string
    readonly continues?: string
  }) => {
    setBusy(true)
    setError(null)
    const answer = await ask('POST', '/api/v1/visits', visit)
    if (answer.ok) return router.push(`/visits/${String(answer.body.id)}`)
    setBusy(false)
    setError(answer.problem.status === 0 ? t('appliance.start-away') : answer.problem.detail)
  }
  return { busy, error, begin }
}
