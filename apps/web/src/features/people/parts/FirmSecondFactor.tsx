'use client'

import { useRouter } from 'next/navigation'
import { ask } from '@/ui/ask'
import { toast } from '@/ui/toast'
import { t } from '@/messages/people'

/** Whether everybody of the firm needs a second factor; a lead decides. */
export function FirmSecondFactor({
  current,
}: {
  readonly current: { readonly practiceId: string; readonly secondFactor: boolean; readonly version: number }
}) {
  const router = useRouter()
  const change = async (secondFactor: boolean) => {
    const answer = await ask('PUT', '/api/v1/firm', { practiceId: current.practiceId, secondFactor }, current.version)
    if (answer.ok) toast(t(secondFactor ? 'settings.second-factor-on' : 'settings.second-factor-off'))
    else toast.error(answer.problem.detail)
    router.refresh()
  }
  return (
    <label className="flex min-h-11 items-center gap-3">
      <input type="checkbox" className="toggle" checked={current.secondFactor} onChange={(e) => void change(e.target.checked)} />
      {t('settings.second-factor-need')}
    </label>
  )
}
