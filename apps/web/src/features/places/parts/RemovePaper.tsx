'use client'

import { useRouter } from 'next/navigation'
import { ask } from '@/ui/ask'
import { toast } from '@/ui/toast'
import { toldWithUndo } from '@/ui/undo'
import { t } from '@/messages/places'

/** Takes a copied paper out of the history, with its way back. */
export function RemovePaper({ id }: { readonly id: string }) {
  const router = useRouter()
  const remove = async () => {
    const answer = await ask('DELETE', `/api/v1/papers/${id}`)
    if (!answer.ok) return void toast.error(answer.problem.detail)
    router.refresh()
    toldWithUndo(t('paper.removed'), () => void ask('POST', `/api/v1/papers/${id}/restore`).then(() => router.refresh()))
  }
  return (
    <button type="button" className="btn min-h-11 btn-ghost btn-sm" onClick={() => void remove()}>
      {t('paper.remove')}
    </button>
  )
}
