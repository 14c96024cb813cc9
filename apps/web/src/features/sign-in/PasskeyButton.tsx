'use client'

import { useState } from 'react'
import { WarningSign } from '@/ui/WarningSign'
import { t } from '@/messages/signIn'
import { askSignIn } from './askSignIn'
import { usePasskeysHere } from './passkeysHere'

/** Signs in with a passkey, where the browser offers any. */
export function PasskeyButton({ next }: { readonly next: string }) {
  const here = usePasskeysHere()
  const [said, setSaid] = useState<string | null>(null)
  const [busy, setBusy] = useState(false)
  if (!here) return null
  const use = async () => {
    setBusy(true)
    setSaid(await signIn(next))
    setBusy(false)
  }
  return (
    <div className="mt-3 flex flex-col gap-2">
      <button type="button" className="btn press btn-outline" disabled={busy} onClick={() => void use()}>
        {t('passkey.use')}
      </button>
      {said && (
        <p role="alert" className="flex items-start gap-2 text-error">
          <WarningSign /> {said}
        </p>
      )}
    </div>
  )
}

/** Answers with what went wrong; does not answer when it went well, for the page goes on. */
async function signIn(next: string): Promise<string | null> {
  const { startAuthentication } = await import('@simplewebauthn/browser')
  const asked = await askSignIn<Parameters<typeof startAuthentication>[0]['optionsJSON']>('/passkey/generate-authenticate-options')
  if (!asked.ok) return asked.said
  try {
    // A key that was only there proves no person.
    const response = await startAuthentication({ optionsJSON: { ...asked.body, userVerification: 'required' } })
    const answer = await askSignIn('/passkey/verify-authentication', { response })
    if (!answer.ok) return answer.code === 'NO_HOLDER' || answer.code === 'AWAY' ? answer.said : t('passkey.failed')
    location.assign(next)
    return null
  } catch {
    return t('passkey.failed')
  }
}
