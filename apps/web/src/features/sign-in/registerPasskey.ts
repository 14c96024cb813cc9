import { t } from '@/messages/account'
import { askSignIn } from './askSignIn'

/** Adds a passkey to the account that is signed in. Answers with what went wrong; null when the passkey was added. */
export async function registerPasskey(name: string): Promise<string | null> {
  const { startRegistration } = await import('@simplewebauthn/browser')
  const asked = await askSignIn<Parameters<typeof startRegistration>[0]['optionsJSON']>('/passkey/generate-register-options')
  if (!asked.ok) return asked.said
  try {
    const response = await startRegistration({ optionsJSON: asked.body })
    const answer = await askSignIn('/passkey/verify-registration', { response, ...(name && { name }) })
    return answer.ok ? null : answer.said
  } catch {
    return t('passkey.not-added')
  }
}
