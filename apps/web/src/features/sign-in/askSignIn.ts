import { t } from '@/messages/signIn'

export type SignInAnswer<T> = { readonly ok: true; readonly body: T } | { readonly ok: false; readonly said: string; readonly code: string }

/** What the sign-in library refuses with, in our words; everything else is told as failed. */
const SAID: Readonly<Record<string, () => string>> = {
  INVALID_PASSWORD: () => t('field.password-wrong'),
  INVALID_CODE: () => t('second.wrong'),
  SESSION_NOT_FRESH: () => t('passkey.not-fresh'),
  NO_HOLDER: () => t('passkey.no-holder'),
}

/** Asks an address of the sign-in library. Never throws: a server that is away is an answer too. */
export async function askSignIn<T = unknown>(path: string, body?: object): Promise<SignInAnswer<T>> {
  try {
    const response = await fetch(
      `/api/auth${path}`,
      body && { method: 'POST', headers: { 'content-type': 'application/json' }, body: JSON.stringify(body) },
    )
    const answered = (await response.json().catch(() => null)) as (T & { code?: string }) | null
    if (response.ok && answered) return { ok: true, body: answered }
    if (response.status === 429) return { ok: false, said: t('sign-in.too-many'), code: 'TOO_MANY' }
    const code = answered?.code ?? ''
    return { ok: false, said: (SAID[code] ?? (() => t('auth.failed')))(), code }
  } catch {
    return { ok: false, said: t('ask.away'), code: 'AWAY' }
  }
}
