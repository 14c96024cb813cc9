'use client'

import { useRouter } from 'next/navigation'
import { useState } from 'react'
import { Dialog } from '@/ui/Dialog'
import { toast } from '@/ui/toast'
import { t } from '@/messages/account'
import { askSignIn } from './askSignIn'
import { AuthenticatorSetUp, Codes, OneField } from './AuthenticatorSetUp'

/** The second factor of one's own account: set up, new codes, off. */
export function Authenticator({ on }: { readonly on: boolean }) {
  const router = useRouter()
  const [open, setOpen] = useState<'set-up' | 'new-codes' | 'turn-off' | null>(null)
  const [codes, setCodes] = useState<readonly string[] | null>(null)
  const close = () => {
    setOpen(null)
    setCodes(null)
    router.refresh()
  }
  const renew = async (password: string): Promise<string | null> => {
    const answer = await askSignIn<{ backupCodes: readonly string[] }>('/two-factor/generate-backup-codes', { password })
    if (!answer.ok) return answer.said
    setCodes(answer.body.backupCodes)
    return null
  }
  const turnOff = async (password: string): Promise<string | null> => {
    const answer = await askSignIn('/two-factor/disable', { password })
    if (!answer.ok) return answer.said
    toast(t('authenticator.is-off'))
    close()
    return null
  }
  const deeds = on ? (['new-codes', 'turn-off'] as const) : (['set-up'] as const)
  return (
    <>
      <p className="mb-3">{t(on ? 'authenticator.on' : 'authenticator.off')}</p>
      <div className="flex flex-wrap gap-2">
        {deeds.map((deed) => (
          <button key={deed} type="button" className="btn btn-outline" onClick={() => setOpen(deed)}>
            {t(`authenticator.${deed}`)}
          </button>
        ))}
      </div>
      {open && (
        <Dialog title={t(`authenticator.${open}`)} onClose={close}>
          {open === 'set-up' && <AuthenticatorSetUp onDone={close} />}
          {open === 'turn-off' && <OneField kind="password" button={t('authenticator.turn-off')} onSend={turnOff} />}
          {open === 'new-codes' &&
            (codes ? <Codes codes={codes} /> : <OneField kind="password" button={t('authenticator.next')} onSend={renew} />)}
        </Dialog>
      )}
    </>
  )
}
