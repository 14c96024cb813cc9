'use client'

import { useRouter } from 'next/navigation'
import { useState } from 'react'
import { toast } from '@/ui/toast'
import { ask } from '@/ui/ask'
import { toldWithUndo } from '@/ui/undo'
import { WarningSign } from '@/ui/WarningSign'
import { t } from '@/messages/places'

type Register = 'sites' | 'supplies' | 'appliances' | 'instruments'

/** Brings a removed entry back, and says so. */
async function restore(register: Register, id: string): Promise<boolean> {
  const answer = await ask('POST', `/api/v1/${register}/${id}/restore`)
  toast(answer.ok ? t('register.restored') : answer.problem.detail)
  return answer.ok
}

/** Removes an entry at once; for some seconds it comes back at a touch, and afterwards from the list of removed ones. */
export function RemoveButton({
  register,
  id,
  name,
  then,
}: {
  readonly register: Register
  readonly id: string
  readonly name: string
  readonly then: string
}) {
  const router = useRouter()
  const [busy, setBusy] = useState(false)
  const remove = async () => {
    setBusy(true)
    const answer = await ask('DELETE', `/api/v1/${register}/${id}`)
    setBusy(false)
    if (!answer.ok) return void toast.error(answer.problem.detail)
    toldWithUndo(t('register.removed-said', { name }), () => void restore(register, id).then((ok) => ok && router.refresh()))
    router.push(then)
    router.refresh()
  }
  return (
    <button type="button" className="btn btn-ghost text-primary" disabled={busy} onClick={() => void remove()}>
      {t('register.remove')}
    </button>
  )
}

/** At the top of what was removed: when, and the way back. */
export function RemovedNote({
  register,
  id,
  since,
  mayRestore,
}: {
  readonly register: Register
  readonly id: string
  readonly since: string
  readonly mayRestore: boolean
}) {
  const router = useRouter()
  return (
    <div role="status" className="flex flex-wrap items-center justify-between gap-3 rounded-md border border-warning bg-base-200 p-4">
      <p className="flex gap-2 font-semibold text-warning">
        <WarningSign /> {t('register.removed-on', { date: since })}
      </p>
      {mayRestore && (
        <button type="button" className="btn btn-outline" onClick={() => void restore(register, id).then((ok) => ok && router.refresh())}>
          {t('register.restore')}
        </button>
      )}
    </div>
  )
}
