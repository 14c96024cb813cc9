'use client'

import { useRouter } from 'next/navigation'
import { useState } from 'react'
import { toast } from '@/ui/toast'
import { ask } from '@/ui/ask'
import { Dialog } from '@/ui/Dialog'
import { WarningSign } from '@/ui/WarningSign'
import { t } from '@/messages/places'

/** A customer asks what is kept of them, or wants it gone. */
export function ContactData({ siteId, name }: { readonly siteId: string; readonly name: string }) {
  const router = useRouter()
  const [asking, setAsking] = useState(false)
  const erase = async () => {
    setAsking(false)
    const answer = await ask('DELETE', `/api/v1/sites/${siteId}/contact`)
    toast(answer.ok ? t('contact.erased') : answer.problem.detail)
    router.refresh()
  }
  return (
    <div className="flex flex-wrap gap-1">
      <a href={`/api/v1/sites/${siteId}/contact`} download className="btn btn-ghost text-sm text-primary">
        {t('contact.export')}
      </a>
      <button type="button" className="btn btn-ghost text-sm text-primary" onClick={() => setAsking(true)}>
        {t('contact.erase')}
      </button>
      {asking && (
        <Dialog title={t('contact.erase')} onClose={() => setAsking(false)}>
          <p className="flex gap-2 text-warning">
            <WarningSign /> {t('contact.erase-what', { name })}
          </p>
          <button type="button" className="btn mt-4 press w-full btn-primary" onClick={() => void erase()}>
            {t('contact.erase-do')}
          </button>
        </Dialog>
      )}
    </div>
  )
}
