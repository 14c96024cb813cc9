'use client'

import { useRouter } from 'next/navigation'
import { useState } from 'react'
import { toast } from '@/ui/toast'
import { ask } from '@/ui/ask'
import { toldWithUndo } from '@/ui/undo'
import { t } from '@/messages/today'

/** Sends somebody to a visit by choosing a name. */
export function AssignVisit({
  visitId,
  siteName,
  people,
}: {
  readonly visitId: string
  readonly siteName: string
  readonly people: readonly { readonly id: string; readonly name: string }[]
}) {
  const router = useRouter()
  const [busy, setBusy] = useState(false)
  const assign = async (assignedTo: string) => {
    setBusy(true)
    const answer = await ask('PATCH', `/api/v1/visits/${visitId}`, { assignedTo })
    setBusy(false)
    if (!answer.ok) return void toast.error(answer.problem.fields.assignedTo ?? answer.problem.detail)
    toldWithUndo(
      t('desk.assigned', { name: people.find((p) => p.id === assignedTo)?.name ?? '' }),
      () => void ask('PATCH', `/api/v1/visits/${visitId}`, { assignedTo: null }).then(() => router.refresh()),
    )
    router.refresh()
  }
  return (
    <select
      aria-label={t('desk.assign', { site: siteName })}
      className="select w-full"
      value=""
      disabled={busy}
      onChange={(e) => e.target.value && void assign(e.target.value)}
    >
      <option value="">{t('desk.assign-to')}</option>
      {people.map((p) => (
        <option key={p.id} value={p.id}>
          {p.name}
        </option>
      ))}
    </select>
  )
}
