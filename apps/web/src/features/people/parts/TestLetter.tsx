'use client'

import { useRouter } from 'next/navigation'
import { ask } from '@/ui/ask'
import { toast } from '@/ui/toast'
import { t } from '@/messages/people'

/** Writes a letter to oneself. */
export function TestLetter() {
  const router = useRouter()
  const send = async () => {
    const answer = await ask('POST', '/api/v1/mail')
    if (answer.ok) toast(t('mail.test.said'))
    else toast.error(answer.problem.detail)
    router.refresh()
  }
  return (
    <button type="button" className="btn self-start btn-outline" onClick={() => void send()}>
      {t('mail.test.do')}
    </button>
  )
}
